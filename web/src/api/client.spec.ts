// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from "vitest";
import { Refusing, server } from "../testing";
import { answer, http, onSignedOut, Refused } from "./client";

function responding(status: number, error?: unknown) {
  return Promise.resolve({ data: undefined, error, response: new Response(null, { status }) });
}

async function refusal(request: Parameters<typeof answer>[0]): Promise<Refused> {
  try {
    await answer(request);
  } catch (e) {
    if (e instanceof Refused) return e;
  }
  throw new Error("it was not refused");
}

describe("an answer of the server", () => {
  afterEach(() => {
    vi.unstubAllGlobals();
  });

  it("is its content where it has done what it was asked", async () => {
    const request = Promise.resolve({ data: 7, response: new Response(null, { status: 200 }) });
    expect(await answer(request)).toBe(7);
  });

  it("is a refusal with the places of all mistakes", async () => {
    const problems = [{ pointer: "/source/0", wrong: "no", right: "yes" }];
    const refused = await refusal(responding(422, { detail: "no", problems }));
    expect(refused.status).toBe(422);
    expect(refused.problems).toEqual(problems);
  });

  it("tells when nobody answers, and that nothing typed is lost", async () => {
    const refused = await refusal(Promise.reject(new TypeError("failed to fetch")));
    expect(refused.status).toBe(0);
    expect(refused.detail).toContain("does not answer");
  });

  it("says that the session is over, and whether something was to be saved", async () => {
    const told: boolean[] = [];
    onSignedOut.call = (saving) => told.push(saving);
    const over = new Refusing(401, { detail: "Sign in first.", firstAdministrator: true });
    server({
      "GET /api/estate": over,
      "POST /api/draft/undo": over,
      "POST /api/presence": over,
      "GET /api/session": over,
    });
    const refused = await refusal(http.GET("/api/estate"));
    await refusal(http.POST("/api/draft/undo"));
    await refusal(http.POST("/api/presence", { body: { place: "/", line: 0 } }));
    // Whoever asks whether there is a session knows what to do without one.
    await refusal(http.GET("/api/session"));
    expect(told).toEqual([false, true, false]);
    expect(refused.firstAdministrator).toBe(true);
  });

  it("carries the token with what is asked", async () => {
    const sent: (string | null)[] = [];
    document.cookie = "XSRF-TOKEN=token 1";
    vi.stubGlobal("fetch", (request: Request) => {
      sent.push(request.headers.get("X-XSRF-TOKEN"));
      return Promise.resolve(new Response("{}", { status: 200 }));
    });
    await answer(http.POST("/api/draft/undo"));
    expect(sent).toEqual(["token 1"]);
  });
});
