package org.tinshelf.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;

/** One administrator's morning in the browser, from signing in to a level firewall. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class MorningTest {

  private static final LocatorAssertions.ContainsTextOptions PATIENT =
      new LocatorAssertions.ContainsTextOptions().setTimeout(20_000);

  private final Installation installation = Installation.get();
  private Page page;

  @BeforeEach
  void open() {
    page = installation.signedIn(ColorScheme.LIGHT, "/shelves/firewall/2");
    assertThat(rule("late crew")).isVisible();
  }

  @AfterEach
  void close() {
    page.context().close();
  }

  private Locator rule(String name) {
    return Installation.rule(page, name);
  }

  private Locator card() {
    return page.getByRole(
        AriaRole.COMPLEMENTARY, new Page.GetByRoleOptions().setName("Selected rule"));
  }

  private String position(String name) {
    return rule(name).locator(".number").innerText().strip().split("\\s")[0];
  }

  private void goTo(String rule, String column) {
    rule(rule).locator(".cell." + column).click();
    assertThat(rule(rule)).hasAttribute("aria-selected", "true");
  }

  @Test
  @Order(1)
  void aWrongPasswordIsRefusedInWordsAndAStrangerIsSentToSignIn() {
    Page stranger = installation.window(ColorScheme.LIGHT);
    stranger.navigate(installation.address() + "/shelves/firewall/2");
    stranger.waitForURL("**/sign-in?to=/shelves/firewall/2");
    stranger.getByLabel("Name").fill("ida");
    stranger.getByLabel("Password").fill("wrong");
    stranger.locator("button.first").click();
    assertThat(stranger.getByRole(AriaRole.ALERT))
        .containsText("Name and password do not fit together.");
    stranger.context().close();
  }

  @Test
  @Order(2)
  void deadRulesAreSeenAtOnceAndTheCardSaysWhy() {
    assertThat(rule("late crew").locator(".reach.dead")).isVisible();
    assertThat(rule("late crew").locator(".severity.high")).isVisible();
    assertThat(rule("summer kiosks")).containsText("never");
    assertThat(page.locator(".floor")).containsText("Closed");
    rule("late crew").click();
    assertThat(card()).containsText("Shadowed");
    assertThat(card()).containsText("decides all of its traffic first");
    assertThat(card()).containsText("For example tcp from 10.72.16.201 in quay");
    assertEquals(1, page.locator(".arcs path").count());
    card()
        .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("no night traffic"))
        .click();
    assertThat(rule("no night traffic")).hasAttribute("aria-selected", "true");
    assertThat(card()).containsText("shared by everything below");
  }

  @Test
  @Order(3)
  void aRuleIsAddedWhereTheSelectionIsAndFilledFromThePicker() {
    goTo("crane telemetry", "name");
    page.keyboard().press("n");
    page.locator(".editor input").fill("tide office");
    page.keyboard().press("Enter");
    assertThat(rule("tide office")).isVisible();
    assertEquals("7", position("tide office"));
    assertThat(rule("tide office")).containsText("off");

    fill("source", "gannet-gat", "10.72.16.21");
    assertThat(rule("tide office").locator(".source"))
        .containsText("gannet-gatehouse, 10.72.16.21");
    fill("destination", "tide-s");
    fill("what", "https", "tcp/8443");
    assertThat(rule("tide office").locator(".what")).containsText("https, tcp/8443");
    fill("from", "quay");
    fill("to", "outside");
    page.keyboard().press("o");
    assertThat(rule("tide office").locator(".reach")).isVisible();
    assertThat(card())
        .containsText(
            "Lets gannet-gatehouse and 10.72.16.21 in quay reach tide-service in outside on https and tcp/8443.");
    assertThat(page.locator(".chip.some")).containsText("Draft");
  }

  private void fill(String column, String... typed) {
    goTo("tide office", column);
    page.keyboard().press("Enter");
    for (String text : typed) {
      page.locator(".picker input[type=text]").fill(text);
      page.keyboard().press("Enter");
    }
    page.keyboard().press("Enter");
    assertThat(page.locator(".picker")).hasCount(0);
  }

  @Test
  @Order(4)
  void aMistakeIsToldWhereItWasTypedAndNothingIsLost() {
    goTo("tide office", "source");
    page.keyboard().press("Enter");
    page.locator(".picker input[type=text]").fill("10.72.16.1/20");
    page.keyboard().press("Enter");
    page.keyboard().press("Enter");
    assertThat(page.locator(".picker .note")).containsText("write 10.72.16.0/20");
    assertThat(page.locator(".picker .chips")).containsText("10.72.16.1/20");
    page.keyboard().press("Escape");
    assertThat(rule("tide office").locator(".source"))
        .containsText("gannet-gatehouse, 10.72.16.21");
  }

  @Test
  @Order(5)
  void findingsFollowEveryEditWithoutAReload() {
    page.evaluate("window.stillHere = true");
    assertThat(rule("crew pool to tickets").locator(".reach.dead")).isVisible();
    goTo("crew to tickets", "name");
    page.keyboard().press("o");
    assertThat(rule("crew pool to tickets").locator(".reach.dead")).hasCount(0);
    assertThat(rule("crew to tickets")).containsText("off");
    page.keyboard().press("Control+z");
    assertThat(rule("crew pool to tickets").locator(".reach.dead")).isVisible();
    goTo("break room screen", "action");
    page.keyboard().press("Enter");
    page.locator(".words").getByText("reject").click();
    assertThat(rule("break room screen").locator(".action")).containsText("reject");
    assertEquals(true, page.evaluate("window.stillHere"));
  }

  @Test
  @Order(6)
  void aRuleIsMovedByKeyboardAndByMouse() {
    goTo("tide office", "name");
    page.keyboard().press("Alt+ArrowUp");
    assertThat(rule("tide office").locator(".number")).containsText("6");
    page.keyboard().press("Alt+ArrowDown");
    assertThat(rule("tide office").locator(".number")).containsText("7");

    rule("crew pool to tickets")
        .locator(".number")
        .dragTo(
            rule("gatehouse to berth control"),
            new Locator.DragToOptions().setTargetPosition(300, 4));
    assertThat(rule("crew pool to tickets").locator(".reach.dead")).hasCount(0);
    assertTrue(
        Integer.parseInt(position("crew pool to tickets"))
            < Integer.parseInt(position("crew to tickets")));
  }

  @Test
  @Order(7)
  void aRemovedRuleIsStruckThroughUntilTheDraftIsSealed() {
    goTo("freight forms again", "name");
    page.keyboard().press("Delete");
    assertThat(rule("freight forms again")).hasClass(Pattern.compile("gone"));
    assertThat(rule("freight forms again")).containsText("removed");
  }

  @Test
  @Order(8)
  void aBaysRuleIsCopiedToTheOwnShelfAndTheCopyTakenBack() {
    goTo("no night traffic", "name");
    page.keyboard().press("d");
    page.locator(".editor input").waitFor();
    page.keyboard().press("Escape");
    assertThat(rule("no night traffic 2")).hasAttribute("aria-selected", "true");
    assertThat(rule("no night traffic 2")).containsText("ticket-web");
    page.keyboard().press("Control+z");
    assertThat(rule("no night traffic 2")).hasCount(0);
  }

  @Test
  @Order(9)
  void theSecondEditorIsShownTheFirstOnesChange() {
    page.locator(".who").click();
    page.getByLabel("Signs in as").fill("pia");
    page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("Pia");
    page.getByLabel("First password").fill("over the harbour");
    page.keyboard().press("Enter");
    assertThat(page.getByRole(AriaRole.STATUS)).containsText("Pia can sign in now");
    page.goBack();
    Page other =
        installation.signedIn(ColorScheme.LIGHT, "/shelves/firewall/2", "pia", "over the harbour");
    goTo("quay voices", "log");
    page.keyboard().press("Enter");
    String row = ".rule:not(.end)";
    Locator mine = page.locator(row, new Page.LocatorOptions().setHasText("quay voices"));
    Locator theirs = other.locator(row, new Page.LocatorOptions().setHasText("quay voices"));
    theirs.locator(".cell.log").click();
    other.keyboard().press("Enter");
    assertThat(mine.locator(".other")).hasText("Pia is here");
    assertThat(theirs.locator(".other")).hasText("Ida is here");
    other.locator(".words").getByText("both").click();
    assertThat(other.locator(".words")).hasCount(0);
    assertThat(theirs.locator(".cell.log")).containsText("both");
    page.locator(".words").getByText("start").click();
    assertThat(page.locator(".stale")).containsText("Pia changed this rule before you");
    assertThat(mine.locator(".log")).containsText("both");
    page.getByText("Save mine over it").click();
    assertThat(mine.locator(".log")).containsText("start");
    other.context().close();
  }

  @Test
  @Order(10)
  void theDraftIsReadSealedAndInstalledAndTheFirewallStandsLevel() {
    page.locator(".chip").click();
    assertThat(page.locator("ol li").first()).isVisible();
    assertThat(page.locator(".draft")).containsText("new rule 1 added");
    assertThat(page.locator(".draft"))
        .containsText("From below crew to tickets to below late crew.");
    assertThat(page.locator(".draft")).containsText("freight forms again removed");
    page.locator(".by").getByText("person").click();
    assertThat(page.locator(".draft h2")).hasText(new String[] {"Ida", "Pia"});
    page.getByLabel("Note").fill("tide office, and tidying at Gannet");
    page.getByText("Seal as revision 2").click();
    assertThat(page.getByRole(AriaRole.STATUS)).containsText("Revision 2 is sealed.");
    assertThat(page.locator(".draft")).containsText("Nothing has changed since revision 2.");
    page.getByText("Go on to install it").click();

    assertThat(page.locator("h1")).containsText("Install");
    assertThat(page.locator("tbody tr")).hasCount(8);
    for (String name : new String[] {"headland-fw", "payroll"}) {
      page.locator("tr", new Page.LocatorOptions().setHasText(name))
          .locator(".el-checkbox")
          .click();
    }
    page.getByText("Install revision 2 on 6 firewalls").click();
    assertThat(page.getByRole(AriaRole.STATUS)).containsText("6 of 6 hold it", PATIENT);
    Locator gannet = page.locator("tr", new Page.LocatorOptions().setHasText("gannet-fw"));
    assertThat(gannet).containsText("level", PATIENT);
    assertThat(gannet).containsText("revision 2");
    assertThat(page.locator("tr", new Page.LocatorOptions().setHasText("payroll")))
        .containsText("never installed");
  }
}
