// @vitest-environment happy-dom
import { mount, RouterLinkStub } from "@vue/test-utils";
import { afterEach, describe, expect, it, vi } from "vitest";
import { returns } from "../api/connection";
import { Refusing, server, settled } from "../testing";
import InstallView from "./InstallView.vue";

const firewall = { id: 4, name: "quay-fw", kind: "branch", standing: "behind" };
const revision = { number: 7, note: "the move", sealedBy: "Ida", sealedAt: "2026-11-25T09:00:00Z" };

describe("where revisions are installed", () => {
  afterEach(() => {
    vi.unstubAllGlobals();
  });

  it("says nothing of revisions that could not be read, and reads them once it can", async () => {
    let over = true;
    const unless = (body: unknown) => () =>
      over ? new Refusing(401, { detail: "Sign in first." }) : body;
    server({
      "GET /api/draft": unless([]),
      "GET /api/revisions": unless([revision]),
      "GET /api/installs": unless([]),
      "GET /api/estate": unless({ bays: [], firewalls: [firewall] }),
    });
    const view = mount(InstallView, { global: { stubs: { RouterLink: RouterLinkStub } } });
    await settled();
    expect(view.text()).toContain("Sign in first.");
    expect(view.text()).not.toContain("Nothing has been sealed yet");
    over = false;
    returns.value++;
    await settled();
    expect(view.text()).not.toContain("Sign in first.");
    expect(view.text()).toContain("sealed by Ida");
    expect(view.text()).toContain("quay-fw");
  });
});
