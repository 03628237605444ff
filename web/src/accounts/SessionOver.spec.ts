// @vitest-environment happy-dom
import { mount } from "@vue/test-utils";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Person } from "../api/client";
import { Refusing, server, settled } from "../testing";
import { insisted, person, sessionOver, signedOut } from "./session";
import SessionOver from "./SessionOver.vue";

const ida = { id: 1, name: "ida", displayName: "Ida" } as unknown as Person;

describe("a session that ends", () => {
  let typing: HTMLInputElement;

  beforeEach(() => {
    document.cookie = "XSRF-TOKEN=t";
    typing = document.createElement("input");
    document.body.append(typing);
    typing.focus();
    person.value = ida;
  });
  afterEach(() => {
    vi.unstubAllGlobals();
    document.body.innerHTML = "";
    person.value = undefined;
    sessionOver.value = false;
    insisted.value = 0;
  });

  const open = () => mount(SessionOver, { attachTo: document.body });
  const focused = () => document.activeElement?.getAttribute("aria-label");

  it("lets whoever types go on typing until something is to be saved", async () => {
    signedOut(false);
    open();
    expect(document.activeElement).toBe(typing);
    signedOut(true);
    await settled();
    expect(focused()).toBe("Password");
  });

  it("is nothing to somebody who never signed in", () => {
    person.value = undefined;
    signedOut(true);
    expect(sessionOver.value).toBe(false);
  });

  it("goes on where one was after signing in", async () => {
    const asked = server({ "POST /api/session": ida, "GET /api/settings": [] });
    signedOut(true);
    const over = open();
    expect(over.get("[aria-label=Name]").element).toHaveProperty("value", "ida");
    await over.get("[aria-label=Password]").setValue("a secret");
    await over.trigger("submit");
    await settled();
    expect(asked[0]?.body).toEqual({ name: "ida", password: "a secret" });
    expect(over.emitted("back")).toHaveLength(1);
    expect(sessionOver.value).toBe(false);
    expect(document.activeElement).toBe(typing);
  });

  it("says that a password is wrong and asks again", async () => {
    server({ "POST /api/session": new Refusing(401, { detail: "They do not fit together." }) });
    signedOut(true);
    const over = open();
    await over.get("[aria-label=Password]").setValue("wrong");
    await over.trigger("submit");
    await settled();
    expect(over.get(".trouble").text()).toBe("They do not fit together.");
    expect(over.get("[aria-label=Password]").element).toHaveProperty("value", "");
    expect(sessionOver.value).toBe(true);
  });

  it("reads the page anew for somebody else", async () => {
    const reload = vi.fn();
    vi.stubGlobal("location", { ...window.location, reload });
    Object.defineProperty(window, "location", { value: { reload }, configurable: true });
    server({ "POST /api/session": { ...ida, id: 2, name: "pia" }, "GET /api/settings": [] });
    signedOut(true);
    const over = open();
    await over.get("[aria-label=Password]").setValue("a secret");
    await over.trigger("submit");
    await settled();
    expect(reload).toHaveBeenCalled();
    expect(over.emitted("back")).toBeUndefined();
  });
});
