import createClient from "openapi-fetch";
import { lost } from "./connection";
import type { components, paths } from "./schema";

type Schemas = components["schemas"];
export type Estate = Schemas["EstateView"];
export type FirewallInTree = Schemas["FirewallView"];
export type Bay = Schemas["BayView"];
export type Stack = Schemas["StackView"];
export type Shelf = Schemas["ShelfView"];
export type Line = Schemas["LineView"];
export type Rule = Schemas["RuleBody"];
export type Members = Schemas["Members"];
export type Check = Schemas["CheckView"];
export type Finding = Schemas["FindingView"];
export type RuleCheck = Schemas["RuleCheck"];
export type RuleName = Schemas["RuleName"];
export type LibraryObject = Schemas["ObjectView"];
export type ObjectCard = Schemas["ObjectCard"];
export type ObjectContents = Schemas["Contents"];
export type AddressStretch = Schemas["Stretch"];
export type Change = Schemas["ChangeView"];
export type Revision = Schemas["RevisionView"];
export type Install = Schemas["InstallView"];
export type PersonInList = Schemas["PersonView"];
export type Person = Schemas["SignedIn"];
export type Consequences = Schemas["Consequences"];
export type Effect = Schemas["Effect"];
export type LineEdit = Schemas["LineEdit"];
export type PlacedLine = Schemas["PlacedLine"];
/** What was undone or done again. */
export type Done = Schemas["Done"];
export type Past = Schemas["Past"];
export type Cover = Schemas["Cover"];
export type Places = Schemas["PlacesView"];
export type Grid = Schemas["GridView"];
export type GridCell = Schemas["CellView"];
export type FoundRule = Schemas["FoundRule"];
export type Lookup = Schemas["LookupView"];
export type Other = Schemas["Other"];
export type BayBody = Schemas["BayBody"];
export type FirewallBody = Schemas["FirewallBody"];
export type EstateBody = Schemas["EstateBody"];
export type EstateCard = Schemas["EstateCard"];

/** One thing wrong with what was sent: where, what, and what would be right. */
export interface Problem {
  pointer: string;
  wrong: string;
  right: string;
}

/** A request that was not done; `detail` is for people. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly detail: string,
    readonly problems: Problem[] = [],
    readonly current?: Line,
    readonly firstAdministrator = false,
  ) {
    super(detail);
  }
}

/** Requests for a session; and those that go out by themselves. */
const SIGNING_IN = /\/api\/session(\/|$)/;
const UNASKED = /\/api\/(presence|settings)/;

const http = createClient<paths>({ baseUrl: "/", fetch: (request) => globalThis.fetch(request) });

http.use({
  onRequest({ request }) {
    const token = /(?:^|; )XSRF-TOKEN=([^;]+)/.exec(document.cookie)?.[1];
    if (token) request.headers.set("X-XSRF-TOKEN", token);
    return request;
  },
  onResponse({ request, response }) {
    if (response.status !== 401 || SIGNING_IN.test(request.url)) return;
    onSignedOut.call(request.method !== "GET" && !UNASKED.test(request.url));
  },
});

interface ProblemDetail {
  detail?: string;
  problems?: Problem[];
  current?: Line;
  firstAdministrator?: boolean;
}

/** Whoever wants to know that the session is over, and whether something was to be saved. */
export const onSignedOut: { call: (saving: boolean) => void } = { call: () => undefined };

/** The answer's content, or a {@link Refused} that says why there is none. */
export async function answer<T>(
  request: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  let result: { data?: T; error?: unknown; response: Response };
  try {
    result = await request;
  } catch {
    lost();
    throw new Refused(0, "The server does not answer. What you typed is still here; try again.");
  }
  if (result.response.ok) return result.data as T;
  const problem = (result.error ?? {}) as ProblemDetail;
  throw new Refused(
    result.response.status,
    problem.detail ?? "The server failed. Its log says why.",
    problem.problems,
    problem.current,
    problem.firstAdministrator,
  );
}

export { http };
