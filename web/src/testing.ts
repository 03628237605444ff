import { flushPromises } from "@vue/test-utils";
import { vi } from "vitest";

/** What was asked of the server. */
export interface Asked {
  method: string;
  path: string;
  body: unknown;
}

/** What a route answers: a body, or a status with one. */
type Answers = Record<string, unknown | ((asked: Asked) => unknown)>;

/** Says that a route refuses. */
export class Refusing {
  constructor(
    readonly status: number,
    readonly body: unknown,
  ) {}
}

/**
 * A server that answers by "METHOD /path" and notes what was asked; whatever it does not know it
 * refuses with 404.
 */
export function server(answers: Answers): Asked[] {
  const asked: Asked[] = [];
  vi.stubGlobal("fetch", async (request: Request) => {
    const url = new URL(request.url);
    const text = await request.text();
    const one: Asked = {
      method: request.method,
      path: url.pathname + url.search,
      body: text ? JSON.parse(text) : undefined,
    };
    asked.push(one);
    const known = answers[`${one.method} ${one.path}`] ?? answers[`${one.method} ${url.pathname}`];
    const said = typeof known === "function" ? await known(one) : known;
    const [status, body] =
      said instanceof Refusing
        ? [said.status, said.body]
        : said === undefined
          ? [404, { detail: `nobody answers ${one.method} ${one.path}` }]
          : [200, said];
    return new Response(JSON.stringify(body), {
      status,
      headers: { "content-type": "application/json" },
    });
  });
  return asked;
}

/** Everything that was asked is answered and drawn. */
export async function settled() {
  for (let i = 0; i < 4; i++) {
    await new Promise((done) => setTimeout(done, 0));
    await flushPromises();
  }
}
