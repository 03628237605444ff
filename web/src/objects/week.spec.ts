import { describe, expect, it } from "vitest";
import { painted, type Span, spansOf, windowsOf } from "./week";

const WORK = { days: ["mon", "tue"], from: "07:00", to: "18:00" };

describe("a week", () => {
  it("is open when its windows are", () => {
    expect(spansOf([WORK])).toEqual([
      [420, 1080],
      [1860, 2520],
    ]);
  });

  it("goes past midnight and over its own end", () => {
    expect(spansOf([{ days: ["sun"], from: "22:00", to: "05:00" }])).toEqual([
      [0, 300],
      [9960, 10080],
    ]);
  });

  it("takes equal times for a day and a night", () => {
    expect(spansOf([{ days: ["wed"], from: "06:00", to: "06:00" }])).toEqual([[3240, 4680]]);
  });

  it("leaves out what is not typed to its end yet", () => {
    expect(spansOf([{ days: ["mon", "tu"], from: "07:00", to: "18" }])).toEqual([]);
  });

  it("comes back as the windows it was made of", () => {
    for (const windows of [
      [WORK],
      [{ days: ["sun"], from: "22:00", to: "05:00" }],
      [{ days: ["fri", "sat"], from: "20:00", to: "24:00" }],
      [WORK, { days: ["sat"], from: "09:00", to: "12:00" }],
    ])
      expect(windowsOf(spansOf(windows))).toEqual(windows);
  });

  it("cuts what lasts longer than a day at midnight", () => {
    expect(windowsOf([[600, 3 * 1440 + 60]])).toEqual([
      { days: ["mon"], from: "10:00", to: "24:00" },
      { days: ["tue", "wed"], from: "00:00", to: "24:00" },
      { days: ["thu"], from: "00:00", to: "01:00" },
    ]);
  });

  it("is opened and closed by painting", () => {
    const all: Span[] = [[420, 1080]];
    expect(painted(all, [1080, 1140], true)).toEqual([[420, 1140]]);
    expect(painted(all, [600, 660], false)).toEqual([
      [420, 600],
      [660, 1080],
    ]);
    expect(painted(all, [0, 1440], false)).toEqual([]);
  });
});
