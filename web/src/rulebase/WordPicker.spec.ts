// @vitest-environment happy-dom
import { mount } from "@vue/test-utils";
import { afterEach, describe, expect, it } from "vitest";
import { forgetAhead, typeAhead } from "./ahead";
import WordPicker from "./WordPicker.vue";

const words = ["none", "start", "end", "both"];

function open(word = "none") {
  const picker = mount(WordPicker, { props: { title: "log", words, word } });
  return {
    press: async (...keys: string[]) => {
      for (const key of keys) await picker.trigger("keydown", { key });
    },
    marked: () => picker.get("[aria-selected=true]").text(),
    kept: () => picker.emitted("keep"),
    left: () => picker.emitted("leave"),
    click: (at: number) => picker.findAll("[role=option]")[at]?.trigger("click"),
  };
}

describe("a choice of a few words", () => {
  afterEach(forgetAhead);

  it("begins at the word that holds now", () => {
    expect(open("end").marked()).toBe("end");
  });

  it("goes round with the arrows", async () => {
    const p = open();
    await p.press("ArrowUp");
    expect(p.marked()).toBe("both");
    await p.press("ArrowDown", "ArrowDown");
    expect(p.marked()).toBe("start");
  });

  it("goes to a word by its letters, all of them or the first", async () => {
    const p = open();
    await p.press("e", "n", "d");
    expect(p.marked()).toBe("end");
    await p.press("b");
    expect(p.marked()).toBe("both");
    await p.press("x");
    expect(p.marked()).toBe("both");
  });

  it("keeps with Enter or a blank, and goes on with Tab", async () => {
    const p = open();
    await p.press("s", "Enter");
    await p.press("b", "Tab");
    await p.click(2);
    expect(p.kept()).toEqual([
      ["start", 0],
      ["both", 1],
      ["end", 0],
    ]);
  });

  it("is left as it was with Escape", async () => {
    const p = open();
    await p.press("s", "Escape");
    expect(p.kept()).toBeUndefined();
    expect(p.left()).toHaveLength(1);
  });

  it("takes what was typed before it was open", () => {
    const end = typeAhead();
    window.dispatchEvent(new KeyboardEvent("keydown", { key: "b" }));
    end();
    expect(open().marked()).toBe("both");
  });
});
