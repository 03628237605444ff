package org.tinshelf.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.LoadState;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Objects are made, looked at, renamed and taken back in the browser. */
class LibraryTest {

  private final Installation installation = Installation.get();
  private Page page;

  @BeforeEach
  void open() {
    page = installation.signedIn(ColorScheme.LIGHT, "/objects/address");
    assertThat(row("ticket-web")).isVisible();
  }

  @AfterEach
  void takeEverythingBack() {
    page.navigate(installation.address() + "/draft");
    page.waitForLoadState(LoadState.NETWORKIDLE);
    Locator undo =
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Undo").setExact(true));
    for (int left = undo.count(); left > 0; left--) {
      undo.first().click();
      assertThat(undo).hasCount(left - 1);
    }
    page.context().close();
  }

  private Locator row(String name) {
    return page.locator(
        ".rows tbody tr",
        new Page.LocatorOptions()
            .setHas(page.getByText(name, new Page.GetByTextOptions().setExact(true))));
  }

  private void go(String where) {
    page.navigate(installation.address() + where);
  }

  @Test
  void anObjectIsDrawnOnItsAddressSpaceAndThePageStaysWhereItIs() {
    row("all-quays").click();
    Locator drawn = page.locator(".picture figure").first();
    assertThat(drawn.locator("figcaption")).containsText("10.72.");
    assertThat(drawn.locator(".own rect")).not().hasCount(0);
    assertThat(drawn.locator(".name").first()).isVisible();
    Object beyond =
        page.evaluate(
            "document.scrollingElement.scrollHeight - document.documentElement.clientHeight");
    org.junit.jupiter.api.Assertions.assertEquals(0, beyond);
  }

  @Test
  void anObjectIsMadeByKeyboardAlone() {
    page.keyboard().press("n");
    assertThat(page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true))).isFocused();
    page.keyboard().type("spare berths");
    page.keyboard().press("Tab");
    page.keyboard().press("ArrowRight");
    page.keyboard().press("Tab");
    page.keyboard().type("10.99.0.1/24");
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("10.99.0.0/24");
    page.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Network"))
        .fill("10.99.0.0/24");
    assertThat(page.locator(".ranges")).containsText("10.99.0.0/24");
    page.keyboard().press("Control+Enter");
    assertThat(row("spare berths")).hasAttribute("aria-current", "true");
    assertThat(page.locator(".chip")).containsText("1 change");

    page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("guest berths");
    page.keyboard().press("Control+Enter");
    assertThat(row("guest berths")).isVisible();
    assertThat(row("spare berths")).hasCount(0);
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Remove")).click();
    assertThat(row("guest berths")).hasCount(0);
  }

  @Test
  void theFaultsOfAPastedListAreSeenBeforeItIsAddedAndStayToBeMended() {
    page.getByText("Paste a list").click();
    Locator list = page.getByLabel("The list");
    list.fill("mast, 10.99.1.300\nbuoy\t10.99.1.2\tby the pier\nno address");
    assertThat(page.locator(".paste tbody tr").first()).containsText("10.99.1.300");
    Locator add = page.locator(".paste .button.first");
    assertThat(add).containsText("Add 1 to the draft");
    add.click();
    assertThat(row("buoy")).isVisible();
    assertThat(page.locator(".chip")).containsText("1 change");
    assertThat(list).hasValue("mast, 10.99.1.300\nno address");
    list.fill("mast, 10.99.1.30");
    add.click();
    assertThat(row("mast")).isVisible();
    assertThat(page.locator(".chip")).containsText("2 changes");
  }

  @Test
  void anObjectIsReplacedWhereverItIsNamedAndCanGoThen() {
    row("marit-laptop").click();
    Locator remove = page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Remove"));
    assertThat(remove).isDisabled();
    page.getByLabel("Replace everywhere by").first().fill("jump-desk");
    page.keyboard().press("Enter");
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Put it in all 2 places"))
        .click();
    assertThat(page.getByText("“jump-desk” stands in its place now, 2 times.")).isVisible();
    remove.click();
    assertThat(row("marit-laptop")).hasCount(0);
  }

  @Test
  void aGroupIsFilledByTyping() {
    page.keyboard().press("n");
    page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("far corners");
    page.locator("form.editor").getByText("group").first().click();
    page.getByLabel("Add to members").first().fill("gannet-c");
    page.keyboard().press("Enter");
    page.keyboard().type("10.99.1.0/24");
    page.keyboard().press("Enter");
    assertThat(page.getByLabel("Members", new Page.GetByLabelOptions().setExact(true)))
        .hasValue("gannet-cctv\n10.99.1.0/24");
    assertThat(page.locator(".part").first()).containsText("384 IPv4 addresses");
    page.keyboard().press("Control+Enter");
    assertThat(row("far corners")).containsText("gannet-cctv, 10.99.1.0/24");
  }

  @Test
  void aTableOfServicesWithHeadingsBecomesServices() {
    go("/objects/service");
    page.getByText("Paste a list").click();
    page.getByLabel("The list")
        .fill(
            "# from the old plan\nname,content,note\n"
                + "boarding gates,tcp/8443 + udp/8443,\"gates 1, 2\"\nno ports,later,");
    assertThat(page.locator(".paste tbody tr:not(:has([colspan]))")).hasCount(2);
    assertThat(page.locator(".paste tbody")).containsText("no service in line 4");
    page.locator(".paste .button.first").click();
    assertThat(row("boarding gates")).containsText("tcp 8443 · udp 8443");
    assertThat(row("boarding gates").locator(".times")).hasText("–");
    row("boarding gates").click();
    assertThat(page.getByLabel("Note")).hasValue("gates 1, 2");
  }

  @Test
  void theSearchBoxTellsWhetherAnObjectIsUsed() {
    page.keyboard().press("/");
    page.keyboard().type("ticket-web");
    Locator hit = page.getByRole(AriaRole.OPTION).first();
    assertThat(hit).containsText("ticket-web");
    assertThat(hit.locator(".uses")).hasText(java.util.regex.Pattern.compile("used \\d+×"));
  }

  @Test
  void whatIsUsedSaysWhereAndCannotBeRemoved() {
    go("/objects/zone");
    row("outside").click();
    assertThat(page.locator(".uses")).containsText("terminals/upper");
    assertThat(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Remove")))
        .isDisabled();
    page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("open sea");
    page.keyboard().press("Control+Enter");
    assertThat(row("open sea")).isVisible();
    page.locator(".uses a").first().click();
    assertThat(page.locator(".rule[aria-selected=true] .name")).containsText("known noise");
    go("/shelves/firewall/1");
    assertThat(page.locator(".rule .cell").getByText("open sea").first()).isVisible();
  }

  @Test
  void theSearchBoxFindsObjectsByNameAndContent() {
    page.keyboard().press("/");
    page.keyboard().type("203.0.113.10");
    assertThat(page.locator(".hits li").first()).containsText("ticket-web");
    page.keyboard().press("Enter");
    assertThat(row("ticket-web")).hasAttribute("aria-current", "true");
    go("/objects/address?find=nothing-like-that");
    assertThat(page.locator(".tell").first()).containsText("nothing-like-that");
  }
}
