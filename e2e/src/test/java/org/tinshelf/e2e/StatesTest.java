package org.tinshelf.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What happens when something is not as usual, and the faces of a stack besides its rows. */
class StatesTest {

  private static Installation installation;
  private Page page;

  @BeforeAll
  static void start() {
    installation = Installation.get();
  }

  @BeforeEach
  void open() {
    page = installation.signedIn(ColorScheme.LIGHT, "/shelves/firewall/4");
    assertThat(rule("museum ship")).isVisible();
  }

  @AfterEach
  void takeEverythingBack() {
    page.navigate(installation.address() + "/draft");
    assertThat(page.locator(".seal")).isVisible();
    Locator undo =
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Undo").setExact(true));
    page.waitForTimeout(500);
    for (int left = undo.count(); left > 0; left--) {
      undo.first().click();
      assertThat(undo).hasCount(left - 1);
    }
    page.context().close();
  }

  private Locator rule(String name) {
    return page.locator(
        ".rule:not(.end)",
        new Page.LocatorOptions()
            .setHas(
                page.locator(
                    ".name",
                    new Page.LocatorOptions()
                        .setHasText(Pattern.compile("^\\W*" + name + "\\W*$")))));
  }

  @Test
  void whenTheServerIsGoneNothingTypedIsLostAndWorkGoesOn() {
    rule("museum ship").locator(".cell.name").click();
    page.keyboard().press("Enter");
    Locator input = page.locator(".editor input");
    input.fill("museum ship again");
    page.context().setOffline(true);
    page.keyboard().press("Enter");
    assertThat(page.locator(".gone")).containsText("The server does not answer");
    assertThat(input).hasValue("museum ship again");
    page.context().setOffline(false);
    assertThat(page.locator(".gone")).hasCount(0);
    input.press("Enter");
    assertThat(rule("museum ship again")).isVisible();
  }

  @Test
  void whenTheSessionIsOverOneSignsInAndIsWhereOneWas() {
    rule("museum ship").click();
    page.waitForURL("**rule=*");
    String address = page.url();
    page.context()
        .clearCookies(
            new BrowserContext.ClearCookiesOptions().setName(Pattern.compile("^(?!XSRF)")));
    page.keyboard().press("o");
    page.waitForURL("**/sign-in**");
    page.getByLabel("Name").fill(installation.name());
    page.getByLabel("Password").fill(installation.password());
    page.keyboard().press("Enter");
    page.waitForURL(address);
    assertThat(rule("museum ship")).hasAttribute("aria-selected", "true");
  }

  @Test
  void aPairOfTheGridLeadsToItsRules() {
    page.keyboard().press("g");
    Locator pair = page.getByLabel(Pattern.compile("^quay to outside"));
    assertThat(pair).hasClass(Pattern.compile("some"));
    pair.click();
    assertThat(page.getByLabel("Filter the stack")).hasValue("from:quay to:outside is:on");
    assertThat(rule("museum ship")).isVisible();
    assertThat(rule("sandpiper cameras inside")).hasCount(0);
    page.goBack();
    assertThat(pair).isVisible();
  }

  @Test
  void theFilterGoesByContentAndSaysWhenNothingFits() {
    page.keyboard().press("s");
    page.keyboard().type("touches:10.72.48.130 -is:shared");
    assertThat(rule("museum ship")).isVisible();
    assertThat(rule("lab vlan")).hasCount(0);
    assertThat(page.locator(".filter .told"))
        .containsText("names an address of 10.72.48.130, by content");
    page.getByLabel("Filter the stack").fill("touches:10.72.48");
    assertThat(page.locator(".filter .trouble")).containsText("write 10.72.16.9");
    page.getByLabel("Filter the stack").fill("no rule says this");
    assertThat(page.locator(".middle > .state")).containsText("No rule of this stack fits");
  }

  @Test
  void rulesGoIntoADrawerAndOutOfItAndNoPacketIsTreatedOtherwise() {
    rule("sandpiper gatehouse").locator(".cell.name").click();
    page.keyboard().press("Shift+ArrowDown");
    page.keyboard().press("Shift+ArrowDown");
    assertThat(page.locator(".many")).containsText("3 rules");
    page.keyboard().press("w");
    assertThat(page.locator(".said")).containsText("no packet is treated otherwise");
    page.locator(".editor input").waitFor();
    page.keyboard().press("Escape");
    assertThat(rule("sandpiper phones").locator(".number")).containsText("1.2");
    page.keyboard().press("w");
    assertThat(page.locator(".said")).containsText("The drawer is dissolved");
    assertThat(rule("sandpiper phones").locator(".number")).containsText("2");
    page.keyboard().press("Control+z");
    assertThat(rule("sandpiper phones").locator(".number")).containsText("1.2");
    page.keyboard().press("Control+z");
    assertThat(rule("sandpiper phones").locator(".number")).containsText("2");
  }

  @Test
  void rulesAreCopiedFromOneFirewallToAnother() {
    rule("museum ship").locator(".cell.name").click();
    page.keyboard().press("Control+c");
    assertThat(page.locator(".said")).containsText("1 rule copied");
    page.locator(".tree a", new Page.LocatorOptions().setHasText("plover-fw")).click();
    page.waitForURL("**/shelves/firewall/3*");
    page.locator(".rule:not(.locked) .cell.name").first().click();
    page.keyboard().press("Control+v");
    assertThat(rule("museum ship")).hasAttribute("aria-selected", "true");
    assertThat(rule("museum ship")).containsText("off");
  }

  @Test
  void whereARuleIsMovedToSaysWhatItChangesFirst() {
    rule("museum shop cards").locator(".cell.name").click();
    page.keyboard().press("m");
    page.locator(".box input").fill("1");
    assertThat(page.locator(".box")).containsText("newly allowed");
    assertThat(page.locator(".box")).containsText("sandpiper-fw");
    page.keyboard().press("Enter");
    assertThat(rule("museum shop cards").locator(".number")).containsText("1");
    assertThat(rule("museum shop cards").locator(".reach.dead")).hasCount(0);
  }

  @Test
  void whatAnEditOfTheTreeDoesIsSaidBeforeItIsKept() {
    page.navigate(installation.address() + "/estate/firewall/2");
    assertThat(page.locator("form h1")).containsText("gannet-fw");
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Take out interface 2"))
        .click();
    Locator effect =
        page.getByRole(AriaRole.COMPLEMENTARY, new Page.GetByRoleOptions().setName("What it does"));
    assertThat(effect).containsText("newly blocked");
    assertThat(page.locator(".chip")).containsText("no changes");
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Leave it")).click();
    assertThat(effect).containsText("Change a field");
  }
}
