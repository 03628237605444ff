import { describe, expect, it } from "vitest";
import { answer, onSignedOut, Refused } from "./client";

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

  it("says that the session is over", async () => {
    let told = 0;
    onSignedOut.call = () => told++;
    const refused = await refusal(
      responding(401, { detail: "Sign in first.", firstAdministrator: true }),
    );
    expect(told).toBe(1);
    expect(refused.firstAdministrator).toBe(true);
  });
});
