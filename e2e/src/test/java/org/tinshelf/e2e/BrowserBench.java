package org.tinshelf.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.google.gson.JsonObject;
import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.ColorScheme;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.Test;

/** Measures the interface with 10,000 rules on one stack; run by {@code bin/bench --browser}. */
class BrowserBench {

  private static final int RULES = 10_000;
  private static final int ROUNDS = 9;

  /** From a key, or a click on something, to what a selector finds, in milliseconds. */
  private static final String UNTIL =
      """
      ([act, selector]) => new Promise((done) => {
        const begun = performance.now();
        const look = () => {
          if (document.querySelector(selector)) done(performance.now() - begun);
          else requestAnimationFrame(look);
        };
        if (act.startsWith("click ")) document.querySelector(act.slice(6)).click();
        else document.body.dispatchEvent(new KeyboardEvent("keydown", {key: act, bubbles: true}));
        requestAnimationFrame(look);
      })""";

  /** Scrolls for some frames; how many of them showed a gap where a row should be. */
  private static final String SCROLL =
      """
      ([frames, step]) => new Promise((done) => {
        const body = document.querySelector("[role=grid]");
        const box = body.getBoundingClientRect();
        let blank = 0, n = 0;
        const next = () => {
          for (const part of [0.25, 0.5, 0.75]) {
            const at = document.elementFromPoint(box.left + 300, box.top + box.height * part);
            if (!at || !at.closest("[role=row]")) blank++;
          }
          body.scrollTop += step;
          if (++n < frames) requestAnimationFrame(next); else done(blank);
        };
        requestAnimationFrame(next);
      })""";

  private final List<String> table = new ArrayList<>();

  private void line(String what, String measured, String bar) {
    table.add("| " + what + " | " + measured + " | " + bar + " |");
  }

  private static String millis(List<Double> all) {
    Collections.sort(all);
    return String.format(
        Locale.ROOT,
        "median %.0f ms, worst %.0f ms",
        all.get(all.size() / 2),
        all.get(all.size() - 1));
  }

  private static double until(Page page, String act, String selector) {
    return ((Number) page.evaluate(UNTIL, List.of(act, selector))).doubleValue();
  }

  @Test
  void withManyRules() throws IOException {
    Installation installation = Installation.large(RULES);
    Page page = installation.signedIn(ColorScheme.LIGHT, "/shelves/firewall/1");
    assertThat(page.locator(".rule").first()).isVisible();
    table.add("| 10,000 rules on one stack, in Chromium | measured | bar |");
    table.add("|---|---|---|");

    List<Double> first = new ArrayList<>();
    for (int i = 0; i < ROUNDS; i++) {
      // The page is read anew, so that it knows of no stack.
      page.navigate(installation.address() + "/draft");
      page.locator(".draft").waitFor();
      page.waitForTimeout(1000);
      first.add(until(page, "click nav a[href='/shelves']", ".rule"));
    }
    line("a stack not seen before, to its first rows", millis(first), "1,000 ms");

    List<Double> opened = new ArrayList<>();
    for (int i = 0; i < ROUNDS; i++) {
      page.locator("nav a[href='/draft'], .chip").first().click();
      page.locator(".draft").waitFor();
      opened.add(until(page, "click nav a[href='/shelves']", ".rule"));
    }
    line("back from another view, to the first rows", millis(opened), "1,000 ms");

    double blank = 0;
    for (int step : new int[] {120, 600, 1500}) {
      page.evaluate("document.querySelector('[role=grid]').scrollTop = 0");
      blank += ((Number) page.evaluate(SCROLL, List.of(120, step))).doubleValue();
    }
    line("gaps seen in 360 frames of scrolling", String.format("%.0f", blank), "0");
    page.evaluate("document.querySelector('[role=grid]').scrollTop = 0");

    List<Double> edits = new ArrayList<>();
    page.locator(".rule:not(.locked) .name").nth(6).click();
    for (int i = 0; i < ROUNDS; i++) {
      until(page, "o", ".rule.selected.off");
      page.waitForTimeout(2000);
      edits.add(until(page, "o", ".rule.selected .reaching .reach"));
      page.waitForTimeout(2000);
    }
    line("one edit, until its findings stand", millis(edits), "300 ms");

    CDPSession devtools = page.context().newCDPSession(page);
    devtools.send("HeapProfiler.collectGarbage");
    devtools.send("Performance.enable");
    for (var metric : devtools.send("Performance.getMetrics").getAsJsonArray("metrics")) {
      JsonObject one = metric.getAsJsonObject();
      if (one.get("name").getAsString().equals("JSHeapUsedSize")) {
        double megabytes = one.get("value").getAsDouble() / (1 << 20);
        line("memory of the page", String.format(Locale.ROOT, "%.0f MB", megabytes), "300 MB");
      }
    }
    Files.write(Path.of("target/browser-bench.md"), table);
    installation.stop();
  }
}
