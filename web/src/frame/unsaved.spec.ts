// @vitest-environment happy-dom
import { mount } from "@vue/test-utils";
import { afterEach, describe, expect, it } from "vitest";
import { defineComponent, nextTick, type Ref, ref } from "vue";
import { person } from "../accounts/session";
import type { Person } from "../api/client";
import { isBegun, useUnsaved } from "./unsaved";

const who = (id: number) => ({ id, name: `p${id}` }) as unknown as Person;

/** A form with one field, which is kept where it says `kept`. */
function form(key = "a form") {
  const typed = ref("kept");
  const held: { again?: Ref<boolean> } = {};
  const view = mount(
    defineComponent(() => {
      const text = useUnsaved<string>(
        key,
        () => (typed.value === "kept" ? undefined : typed.value),
        (text) => (typed.value = text),
      );
      held.again = text.again;
      text.begin();
      return () => undefined;
    }),
  );
  return { typed, again: () => held.again?.value, close: () => view.unmount() };
}

describe("what is typed and not kept", () => {
  afterEach(() => {
    person.value = undefined;
    sessionStorage.clear();
  });

  it("is there again when its form is opened again", () => {
    person.value = who(1);
    const first = form();
    first.typed.value = "half a thought";
    expect(first.again()).toBe(false);
    first.close();
    expect(isBegun("a form")).toBe(true);
    const second = form();
    expect(second.typed.value).toBe("half a thought");
    expect(second.again()).toBe(true);
  });

  it("is forgotten once it is kept or left", () => {
    person.value = who(1);
    const first = form();
    first.typed.value = "half a thought";
    first.typed.value = "kept";
    first.close();
    expect(isBegun("a form")).toBe(false);
    expect(form().again()).toBe(false);
  });

  it("is told from what is typed into other forms", () => {
    person.value = who(1);
    form("one").typed.value = "half a thought";
    expect(isBegun("another")).toBe(false);
    expect(form("another").typed.value).toBe("kept");
  });

  it("outlives the page for the same person, and is not shown to another", async () => {
    person.value = who(1);
    const first = form();
    first.typed.value = "half a thought";
    first.close();
    const left = sessionStorage.getItem("not kept yet") ?? "";
    person.value = undefined;
    await nextTick();
    sessionStorage.setItem("not kept yet", left);
    person.value = who(1);
    expect(isBegun("a form")).toBe(true);
    sessionStorage.setItem("not kept yet", left);
    person.value = who(2);
    expect(isBegun("a form")).toBe(false);
    expect(sessionStorage.getItem("not kept yet")).toBeNull();
  });
});
