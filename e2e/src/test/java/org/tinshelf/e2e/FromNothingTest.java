package org.tinshelf.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Keyboard;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** A first morning on an empty estate, from the first account to a sealed revision, by keyboard. */
class FromNothingTest {

  private static Installation installation;

  private Page page;
  private Keyboard keys;

  @BeforeAll
  static void start() {
    installation = Installation.empty();
  }

  @AfterAll
  static void stop() {
    installation.stop();
  }

  private void press(String... all) {
    for (String key : all) {
      keys.press(key);
    }
  }

  /** Goes somewhere by the search box. */
  private void jump(String to, String address) {
    press("/");
    assertThat(page.locator(".search input")).isFocused();
    keys.type(to);
    assertThat(page.locator(".hits li.marked")).containsText(to);
    press("Enter");
    page.waitForURL(Pattern.compile(Pattern.quote(address)));
  }

  private void tabTo(Locator wanted) {
    for (int i = 0; i < 60; i++) {
      if (Boolean.TRUE.equals(wanted.evaluate("e => e === document.activeElement"))) {
        return;
      }
      press("Tab");
    }
    throw new AssertionError("the focus never came to " + wanted);
  }

  private Locator button(String name) {
    return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
  }

  private void signUp() {
    page.navigate(installation.address());
    tabTo(page.getByLabel("One-time code"));
    keys.type(installation.password());
    press("Tab");
    keys.type("marit");
    press("Tab");
    keys.type("lights");
    press("Enter");
    assertThat(page.getByRole(AriaRole.ALERT)).hasText("password: use at least 10 characters.");
    page.locator("input[type=password]").focus();
    press("Control+a");
    keys.type("harbour-lights");
    press("Enter");
    assertThat(page.locator(".state")).containsText("Nothing is laid out yet");
  }

  private void zone(String name, String trust) {
    jump("New zone", "/objects/zone/new");
    assertThat(page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true))).isFocused();
    keys.type(name);
    tabTo(page.getByLabel(Pattern.compile("^Trust")));
    keys.type(trust);
    press("Control+Enter");
    assertThat(page.locator("tr[aria-current=true]")).containsText(name);
    press("Escape");
  }

  private void layOut() {
    jump("Estate", "/estate");
    press("b");
    assertThat(page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true))).isFocused();
    keys.type("harbour");
    press("Control+Enter");
    assertThat(page.locator("h1")).containsText("Bay harbour");
    press("Escape");
    zone("inside", "80");
    zone("outside", "0");
    jump("New address", "/objects/address/new");
    assertThat(page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true))).isFocused();
    keys.type("office");
    press("Tab", "ArrowRight", "Tab");
    keys.type("10.1.0.0/16");
    press("Control+Enter");
    assertThat(page.locator("tr[aria-current=true]")).containsText("office");
    press("Escape");
    jump("New firewall", "/estate/firewall/new");
    assertThat(page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true))).isFocused();
    keys.type("gate-fw");
    placed("1", "inside", "10.1.0.1/16");
    placed("2", "outside", "198.51.100.2/29");
    press("Shift+Tab", "Control+Enter");
    assertThat(page.locator("h1")).containsText("gate-fw");
    assertThat(page.getByLabel("Addresses of interface 1")).hasValue("10.1.0.1/16");
    assertThat(page.getByLabel("Addresses of interface 2")).hasValue("198.51.100.2/29");
    assertThat(page.locator(".chip")).containsText("5 changes");
    press("Escape");
  }

  private void placed(String number, String zone, String address) {
    tabTo(button("Add an interface"));
    press("Enter");
    assertThat(page.getByLabel("Name of interface " + number)).isFocused();
    press("Tab");
    keys.type(zone);
    assertThat(page.locator(".el-select-dropdown__item:visible")).hasCount(1);
    press("Enter", "Tab");
    assertThat(page.getByLabel("Addresses of interface " + number)).isFocused();
    keys.type(address);
  }

  private Locator rule(String name) {
    return page.locator(
        ".rule:not(.end)",
        new Page.LocatorOptions()
            .setHas(page.locator(".name", new Page.LocatorOptions().setHasText(name))));
  }

  private void newRule(String name) {
    press("n");
    page.locator(".editor input").waitFor();
    press("Control+a");
    keys.type(name);
    press("Enter");
    assertThat(page.locator(".editor")).hasCount(0);
    assertThat(rule(name)).hasAttribute("aria-selected", "true");
  }

  /** Fills the cell that many to the right of the current one. */
  private void fill(int right, String... typed) {
    for (int i = 0; i < right; i++) {
      press("ArrowRight");
    }
    press("Enter");
    page.locator(".picker input[type=text]").waitFor();
    for (String text : typed) {
      keys.type(text);
      press("Enter");
    }
    press("Enter");
    assertThat(page.locator(".picker")).hasCount(0);
  }

  @Test
  void aMorningFromTheFirstAccountToASealedRevisionByKeyboardAlone() {
    page = installation.window(ColorScheme.LIGHT);
    keys = page.keyboard();
    signUp();
    layOut();

    jump("gate-fw", "/shelves/firewall/");
    assertThat(page.locator(".floor")).containsText("Closed");
    press("k");
    assertThat(button("Lay it")).isFocused();
    press("Shift+Tab", "Shift+Tab", "Shift+Tab", "Enter");
    page.locator(".picker input[type=text]").waitFor();
    keys.type("office");
    press("Enter", "Enter");
    assertThat(button("Choose").first()).isFocused();
    tabTo(button("Lay it"));
    press("Enter");
    assertThat(rule("last block")).isVisible();
    // The estate knows now that it is managed from there.
    assertThat(rule("management access").locator(".reach")).containsText("100 %");
    assertThat(rule("management access")).not().containsText("open-self");
    assertThat(page.locator(".divider.selected")).isVisible();
    press("Escape");

    newRule("office to the web");
    fill(1, "inside");
    fill(1, "outside");
    fill(1, "office");
    fill(2, "https");
    press("o");
    assertThat(rule("office to the web").locator(".reach")).isVisible();

    // Cell after cell with Tab; what is typed before the next is open is not lost.
    press("n");
    page.locator(".editor input").waitFor();
    keys.type("not to the wreckers");
    for (String cell : new String[] {"inside", "outside", "office", "203.0.113.0/24", "https"}) {
      press("Tab");
      keys.type(cell);
      assertThat(page.locator(".picker input[type=text]")).hasValue(cell);
    }
    press("Tab");
    page.locator(".words").waitFor();
    keys.type("d");
    press("Enter");
    assertThat(page.locator(".words")).hasCount(0);
    for (String cell : new String[] {"inside", "outside", "office", "203.0.113.0/24", "https"}) {
      assertThat(rule("not to the wreckers")).containsText(cell);
    }
    assertThat(rule("not to the wreckers").locator(".action")).containsText("drop");
    press("o");
    Locator blocked = rule("not to the wreckers");
    assertThat(blocked.locator(".severity")).isVisible();
    assertThat(page.locator(".card")).containsText("office to the web");

    assertThat(page.locator(".places")).containsText("Above office to the web it has full reach");
    press("p");
    assertThat(blocked.locator(".number")).containsText("4");
    assertThat(page.locator(".places")).hasCount(0);
    press("Control+z");
    assertThat(blocked.locator(".number")).containsText("5");
    press("Control+y");
    assertThat(blocked.locator(".number")).containsText("4");

    jump("Draft", "/draft");
    assertThat(page.locator(".traffic")).containsText("gate-fw");
    tabTo(button("outcome"));
    press("Enter");
    Locator outcome =
        page.locator(
            ".draft li", new Page.LocatorOptions().setHasText("not to the wreckers added"));
    assertThat(outcome).hasCount(1);
    assertThat(outcome).containsText("Undo all");
    assertThat(outcome).containsText("Silently blocks office");
    tabTo(page.getByLabel("Note"));
    keys.type("the harbour begins");
    press("Tab", "Enter");
    assertThat(page.locator(".seal")).containsText("Revision 2 is sealed.");
    page.context().close();
  }
}
