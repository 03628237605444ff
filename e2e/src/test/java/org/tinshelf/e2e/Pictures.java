package org.tinshelf.e2e;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.ColorScheme;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;

/** Makes the pictures of the documentation; run by bin/pictures only. */
@EnabledIfSystemProperty(named = "tinshelf.pictures", matches = ".+")
class Pictures {

  private final Path dir = Path.of(System.getProperty("tinshelf.pictures", "."));
  private final Installation installation = Installation.get();

  private void take(Page page, String name) {
    page.mouse().move(640, 795);
    page.waitForTimeout(400);
    page.screenshot(new Page.ScreenshotOptions().setPath(dir.resolve(name + ".png")));
  }

  private static Locator name(Page page, String rule) {
    return page.locator(".rule .name", new Page.LocatorOptions().setHasText(rule)).first();
  }

  @Test
  void ofEveryView() {
    Page page = installation.window(ColorScheme.LIGHT);
    page.navigate(installation.address() + "/sign-in");
    page.getByLabel("Name").waitFor();
    take(page, "sign-in");
    page.context().close();

    page = installation.signedIn(ColorScheme.LIGHT, "/shelves/firewall/1");
    page.locator(".rule").first().waitFor();
    take(page, "shelves");
    page.navigate(installation.address() + "/shelves/firewall/2");
    name(page, "late crew").click();
    page.locator(".cover").waitFor();
    page.locator(".finding .button").waitFor();
    take(page, "dead-rule");
    page.navigate(installation.address() + "/shelves/firewall/1?face=grid");
    page.locator(".cell.some").first().hover();
    take(page, "grid");
    page.navigate(installation.address() + "/estate/firewall/2");
    page.locator("tbody tr").first().waitFor();
    take(page, "estate");
    page.navigate(installation.address() + "/shelves/firewall/2");
    name(page, "crane telemetry").click();
    page.keyboard().press("n");
    page.locator(".editor input").fill("tide office");
    page.keyboard().press("Enter");
    Locator row = page.locator(".rule", new Page.LocatorOptions().setHasText("tide office"));
    row.waitFor();
    row.locator(".cell.source").click();
    page.keyboard().press("Enter");
    page.locator(".picker input[type=text]").fill("gannet");
    take(page, "picker");
    page.keyboard().press("Escape");
    name(page, "break room screen").click();
    page.keyboard().press("o");
    page.locator(".chip.some").waitFor();
    page.navigate(installation.address() + "/shelves/firewall/2?filter=touches:10.72.16.21");
    page.locator(".told b").waitFor();
    page.locator(".rule:not(.locked)").first().click();
    page.keyboard().press("Shift+ArrowDown");
    take(page, "filter");
    page.navigate(installation.address() + "/objects/address");
    page.getByText("ticket-web", new Page.GetByTextOptions().setExact(true)).first().click();
    page.locator(".uses li").first().waitFor();
    take(page, "objects");
    page.navigate(installation.address() + "/draft");
    page.locator("ol li").first().waitFor();
    take(page, "draft");
    page.navigate(installation.address() + "/people");
    page.getByLabel("Signs in as").fill("pia");
    page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("Pia");
    page.getByLabel("First password").fill("over the harbour");
    page.keyboard().press("Enter");
    page.locator("tbody tr").nth(1).waitFor();
    take(page, "people");
    page.navigate(installation.address() + "/install");
    page.locator("tbody tr").first().waitFor();
    page.locator(".button.first").click();
    page.getByRole(com.microsoft.playwright.options.AriaRole.STATUS).waitFor();
    page.waitForTimeout(800);
    take(page, "install");
    page.context().close();

    page = installation.signedIn(ColorScheme.DARK, "/shelves/firewall/1");
    name(page, "marit migration").click();
    take(page, "shelves-dark");
    page.context().close();
  }
}
