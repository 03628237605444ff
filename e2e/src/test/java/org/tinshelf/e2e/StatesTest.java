package org.tinshelf.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What happens when something is not as usual, and the faces of a stack besides its rows. */
class StatesTest {

  private static final String BACKGROUND = "e => getComputedStyle(e).backgroundColor";

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
    return Installation.rule(page, name);
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
  void whenTheSessionIsOverOneSignsInAndGoesOnTyping() {
    rule("museum ship").locator(".cell.name").click();
    page.waitForURL("**rule=*");
    String address = page.url();
    page.keyboard().press("Enter");
    Locator input = page.locator(".editor input");
    input.fill("museum ship again");
    page.context()
        .clearCookies(
            new BrowserContext.ClearCookiesOptions().setName(Pattern.compile("^(?!XSRF)")));
    page.keyboard().press("Enter");
    assertThat(page.locator(".over")).containsText("What you typed is still here");
    assertThat(page.getByLabel("Password")).isFocused();
    page.keyboard().type("not the password");
    page.keyboard().press("Enter");
    assertThat(page.locator(".over")).containsText("do not fit together");
    page.keyboard().type(installation.password());
    page.keyboard().press("Enter");
    assertThat(page.locator(".over")).hasCount(0);
    assertEquals(address, page.url());
    assertThat(input).isFocused();
    assertThat(input).hasValue("museum ship again");
    page.keyboard().press("Enter");
    assertThat(rule("museum ship again")).hasAttribute("aria-selected", "true");
  }

  @Test
  void whoClicksElsewhereKeepsWhatIsTypedInACell() {
    rule("museum ship").locator(".cell.name").click();
    page.keyboard().press("F2");
    page.locator(".editor input").fill("museum ship again");
    rule("sandpiper phones").locator(".cell.source").click();
    assertThat(rule("museum ship again")).isVisible();
    assertThat(rule("sandpiper phones")).hasAttribute("aria-selected", "true");
    rule("museum ship again").locator(".cell.source").dblclick();
    Locator typed = page.locator(".picker input[type=text]");
    typed.fill("nobody");
    rule("sandpiper phones").locator(".cell.name").click();
    assertThat(page.locator(".picker .note")).containsText("Nothing is called “nobody”");
    assertThat(typed).hasValue("nobody");
    typed.fill("10.72.48.0/24");
    rule("sandpiper phones").locator(".cell.name").click();
    assertThat(rule("museum ship again").locator(".cell.source")).containsText("10.72.48.0/24");
    assertThat(rule("sandpiper phones")).hasAttribute("aria-selected", "true");
  }

  @Test
  void whatIsTypedIntoAFormIsThereAgainUntilItIsKeptOrLeft() {
    page.navigate(installation.address() + "/objects/address?find=ticket-web");
    page.locator("tbody a").first().click();
    page.getByLabel("Note").fill("half a thought");
    page.locator("tbody a").nth(1).click();
    assertThat(page.locator("form.editor h2")).hasText("ticket-web6");
    assertThat(page.locator("tbody tr").first()).containsText("not kept yet");
    page.reload();
    page.locator("tbody a").first().click();
    assertThat(page.locator(".again")).containsText("What you typed here before is not kept yet");
    assertThat(page.getByLabel("Note")).hasValue("half a thought");
    page.getByText("Leave it").click();
    assertThat(page.getByLabel("Note")).not().hasValue("half a thought");
    assertThat(page.locator("tbody tr").first()).not().containsText("not kept yet");
    page.navigate(installation.address() + "/estate/bay/1");
    assertThat(page.getByLabel("Name")).hasValue("saltmarsh-ferries");
    page.getByLabel("Name").fill("ferries");
    page.locator(".chip").click();
    page.locator(".draft").waitFor();
    page.goBack();
    assertThat(page.locator(".again")).isVisible();
    assertThat(page.getByLabel("Name")).hasValue("ferries");
    page.getByText("Leave it").click();
    assertThat(page.getByLabel("Name")).hasValue("saltmarsh-ferries");
  }

  @Test
  void whoComesBackToAStackReadsOnlyWhatOthersChangedSince() {
    List<String> whole = new ArrayList<>();
    page.onResponse(
        r -> {
          if (r.url().endsWith("/stack") && r.status() == 200) {
            whole.add(r.url());
          }
        });
    page.locator(".chip").click();
    page.locator(".draft").waitFor();
    Page other = installation.signedIn(ColorScheme.LIGHT, "/shelves/firewall/4");
    Locator theirs = Installation.rule(other, "museum ship");
    theirs.locator(".name").click();
    other.keyboard().press("o");
    assertThat(theirs).hasClass(Pattern.compile("\\boff\\b"));
    page.goBack();
    assertThat(rule("museum ship")).hasClass(Pattern.compile("\\boff\\b"));
    assertEquals(List.of(), whole);
    other.context().close();
  }

  @Test
  void aPairOfTheGridLeadsToItsRules() {
    page.keyboard().press("g");
    Locator pair = page.getByLabel(Pattern.compile("^quay to outside"));
    assertThat(pair).hasClass(Pattern.compile("some"));
    pair.focus();
    page.keyboard().press("ArrowRight");
    page.keyboard().press("ArrowLeft");
    assertThat(pair).isFocused();
    assertThat(page.locator(".grid .here")).containsText("quay to outside");
    page.keyboard().press("Enter");
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
    assertThat(page.locator(".filter .means"))
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
    Object ground = page.locator(".rule.selected").evaluate(BACKGROUND);
    for (Locator one : page.locator(".rule.chosen").all()) {
      assertEquals(ground, one.evaluate(BACKGROUND), "what is chosen is seen");
    }
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
  void aCellOfTheFirstChosenRuleFillsThoseOfTheOthers() {
    rule("sandpiper gatehouse").locator(".cell.source").click();
    String source = rule("sandpiper gatehouse").locator(".cell.source .shown").innerText();
    page.keyboard().press("Shift+ArrowDown");
    page.keyboard().press("Shift+ArrowDown");
    assertThat(page.locator(".many")).containsText("Fill source");
    page.keyboard().press("Control+d");
    assertThat(page.locator(".said")).containsText("filled with the source");
    for (String name : List.of("sandpiper phones", "sandpiper cameras inside")) {
      assertThat(rule(name).locator(".cell.source .shown")).hasText(source);
    }
    assertThat(page.locator(".chip")).containsText("change");
    page.keyboard().press("Control+z");
    assertThat(page.locator(".chip")).containsText("no changes");
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

  @Test
  void theFieldsWithoutAColumnAreEditedInTheCardByKeyboard() {
    rule("museum ship").locator(".cell.name").click();
    page.keyboard().press("t");
    Locator owner = page.locator("[data-field=owner]");
    assertThat(owner).isFocused();
    page.keyboard().press("Enter");
    page.locator(".fields input").fill("pia");
    page.keyboard().press("Enter");
    assertThat(owner).hasText("pia");
    assertThat(owner).isFocused();
    Locator guard = page.locator("[data-field=guard]");
    guard.focus();
    page.keyboard().press("Enter");
    page.keyboard().press("e");
    page.keyboard().press("Enter");
    assertThat(guard).hasText("encrypted");
    Locator profiles = page.locator("[data-field=profiles]");
    profiles.focus();
    page.keyboard().press("Enter");
    page.keyboard().type("home");
    page.keyboard().press("Enter");
    page.keyboard().press("Enter");
    assertThat(profiles).hasText("home");
    assertThat(page.locator(".card .says").first()).containsText("encrypted at least");
  }

  @Test
  void whereAPersonWantsItUntouchedCellsHaveToBeFilled() {
    page.getByLabel("untouched cells:").selectOption("to be filled");
    rule("museum ship").click();
    page.keyboard().press("n");
    Locator name = page.locator(".editor input");
    name.fill("half done");
    name.press("Enter");
    assertThat(rule("half done").locator(".cell.source")).hasText("to be filled");
    page.keyboard().press("o");
    assertThat(page.locator(".notice")).containsText("still waits for from, to, source");
    assertThat(rule("half done")).hasClass(Pattern.compile("off"));
    for (String column : new String[] {"from", "to", "source", "destination", "what"}) {
      rule("half done").locator(".cell." + column).dblclick();
      page.locator(".picker input[type=text]").press("Control+Enter");
      assertThat(rule("half done").locator(".cell." + column)).hasText("any");
    }
    page.keyboard().press("o");
    assertThat(rule("half done")).not().hasClass(Pattern.compile("off"));
    page.getByLabel("untouched cells:").selectOption("any");
  }

  @Test
  void aCellThatIsCutTellsAllOfItWhereTheKeyboardIs() {
    page.navigate(installation.address() + "/shelves/firewall/1");
    rule("watch tower sees all").locator(".name").click();
    Locator told = page.getByRole(AriaRole.TOOLTIP);
    assertThat(told).hasCount(0);
    for (int right = 0; right < 5; right++) {
      page.keyboard().press("ArrowRight");
    }
    assertThat(told).containsText("ping6");
    assertThat(told).containsText("icmp6 128/0");
    page.keyboard().press("ArrowDown");
    assertThat(told).hasCount(0);
  }

  @Test
  void columnsArePutAwayAndStayAwayOnEveryMachineOfAPerson() {
    page.getByLabel("Choose columns").click();
    page.locator(".choice label", new Page.LocatorOptions().setHasText("log")).click();
    assertThat(page.locator("[role=columnheader][data-column=log]")).hasCount(0);
    page.reload();
    assertThat(rule("museum ship")).isVisible();
    assertThat(page.locator("[role=columnheader][data-column=log]")).hasCount(0);
    assertThat(rule("museum ship").locator(".cell.log")).hasCount(0);
    Page other = installation.signedIn(ColorScheme.LIGHT, "/shelves/firewall/4");
    assertThat(other.locator("[role=columnheader][data-column=name]")).isVisible();
    assertThat(other.locator("[role=columnheader][data-column=log]")).hasCount(0);
    other.getByLabel("Choose columns").click();
    // What was chosen has arrived before the window is closed.
    other.waitForResponse(
        r -> r.url().contains("/api/settings/"), () -> other.getByText("As usual").click());
    other.reload();
    assertThat(other.locator("[role=columnheader][data-column=log]")).isVisible();
    other.context().close();
  }

  @Test
  void whoWritesAnObjectThatSomebodyElseChangesSeesBothVersions() {
    String address = installation.address() + "/objects/address?find=ticket-web6";
    Page other = installation.signedIn(ColorScheme.LIGHT, "/shelves/firewall/4");
    for (Page each : new Page[] {page, other}) {
      each.navigate(address);
      each.locator("tbody a").first().click();
      assertThat(each.locator("form.editor")).isVisible();
    }
    other.waitForResponse(r -> r.request().method().equals("PUT"), () -> note(other, "theirs"));
    note(page, "mine");
    Locator both = page.getByLabel("Both versions");
    assertThat(both).containsText("theirs");
    page.waitForResponse(
        r -> r.request().method().equals("PUT"), () -> both.getByText("Keep yours").click());
    assertThat(both).hasCount(0);
    other.reload();
    assertThat(other.getByLabel("Note")).hasValue("mine");
    other.context().close();
  }

  private static void note(Page at, String text) {
    at.getByLabel("Note").fill(text);
    at.keyboard().press("Control+Enter");
  }

  @Test
  void aScheduleIsDrawnOnAWeek() {
    page.navigate(installation.address() + "/objects/schedule/new");
    page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("early");
    Locator monday = page.locator(".strip").first();
    double width = monday.boundingBox().width;
    monday.hover(new Locator.HoverOptions().setPosition(width * 6.1 / 24, 9));
    page.mouse().down();
    monday.hover(new Locator.HoverOptions().setPosition(width * 8.9 / 24, 9));
    page.mouse().up();
    assertThat(page.locator("textarea")).hasValue("mon 06:00-09:00");
    // The mouse has left the keyboard outside of the form.
    page.keyboard().press("Control+Enter");
    assertThat(page.locator("tr.here")).containsText("early");
  }
}
