package org.tinshelf.e2e;

import static org.junit.jupiter.api.Assertions.assertEquals;

import com.deque.html.axecore.playwright.AxeBuilder;
import com.deque.html.axecore.results.Rule;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.ColorScheme;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Nothing an automatic checker of WCAG 2.2 AA finds, in light and dark. */
class AccessibilityTest {

  private final Installation installation = Installation.get();

  private static void check(Page page, String what) {
    List<Rule> violations =
        new AxeBuilder(page)
            .withTags(List.of("wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"))
            .analyze()
            .getViolations();
    List<String> told =
        violations.stream()
            .map(
                v ->
                    v.getId()
                        + ": "
                        + v.getNodes().stream().limit(3).map(n -> n.getHtml()).toList())
            .toList();
    assertEquals(List.of(), told, what);
  }

  @ParameterizedTest
  @EnumSource(
      value = ColorScheme.class,
      names = {"LIGHT", "DARK"})
  void everyViewPasses(ColorScheme scheme) {
    Page page = installation.window(scheme);
    page.navigate(installation.address() + "/sign-in");
    page.getByLabel("Name").waitFor();
    check(page, "sign-in");
    page.context().close();

    page = installation.signedIn(scheme, "/shelves/firewall/1");
    page.locator(".rule").first().waitFor();
    check(page, "shelves");
    page.locator(".rule .cell.source").first().click();
    check(page, "a rule selected");
    page.keyboard().press("Shift+ArrowDown");
    page.locator(".many").waitFor();
    check(page, "many shared rules chosen");
    page.locator(".rule:not(.locked) .cell.source").nth(2).click();
    page.keyboard().press("Shift+ArrowDown");
    page.locator(".many input").first().waitFor();
    check(page, "many rules chosen");
    page.keyboard().press("s");
    page.keyboard().type("is:on from:");
    page.locator(".offers").waitFor();
    check(page, "the filter");
    page.keyboard().press("Escape");
    page.keyboard().press("Control+k");
    page.keyboard().type("ticket");
    page.locator(".hits .uses").first().waitFor();
    check(page, "the search");
    page.navigate(installation.address() + "/shelves/firewall/1?face=grid");
    page.locator(".cell").first().waitFor();
    check(page, "the grid");
    page.navigate(installation.address() + "/estate");
    page.locator("form h1").waitFor();
    check(page, "the estate");
    page.navigate(installation.address() + "/estate/firewall/2");
    page.locator("tbody tr").first().waitFor();
    check(page, "a firewall");
    page.navigate(installation.address() + "/estate/bay/new");
    page.locator("form h1").waitFor();
    check(page, "a new bay");
    page.navigate(installation.address() + "/shelves/bay/1");
    page.locator(".rule").first().waitFor();
    page.locator(".rule .cell.source").first().click();
    page.keyboard().press("Enter");
    page.locator(".picker").waitFor();
    check(page, "the picker");
    page.navigate(installation.address() + "/objects/address");
    page.locator("tbody tr").first().click();
    page.locator(".uses, .ranges").first().waitFor();
    check(page, "an object");
    page.navigate(installation.address() + "/objects/address?find=all-quays");
    page.locator("tbody a").first().click();
    page.locator(".member").first().waitFor();
    check(page, "a group");
    page.navigate(installation.address() + "/objects/address/list");
    page.getByLabel("The list").fill("kiosk, 10.72.4.9\nnothing");
    page.locator(".paste tbody tr").first().waitFor();
    check(page, "a pasted list");
    page.navigate(installation.address() + "/draft");
    page.locator("aside li").first().waitFor();
    check(page, "draft");
    page.navigate(installation.address() + "/people");
    page.locator("tbody tr").first().waitFor();
    check(page, "people");
    page.navigate(installation.address() + "/install");
    page.locator("tbody tr").first().waitFor();
    check(page, "install");
    page.context()
        .clearCookies(
            new BrowserContext.ClearCookiesOptions().setName(Pattern.compile("^(?!XSRF)")));
    page.locator("nav a", new Page.LocatorOptions().setHasText("Objects")).click();
    page.locator(".over").waitFor();
    check(page, "a session that is over");
    page.context().close();
  }
}
