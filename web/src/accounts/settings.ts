import { effectScope, type Ref, ref, watch } from "vue";
import { answer, http } from "../api/client";

/** What a person has chosen for themselves, kept with their account. */

/** So long after the last change it is sent, since widths change while one drags. */
const WAIT = 150;

interface Kept {
  value: Ref<unknown>;
  /** Takes what the account knows; nothing for what is usual. */
  take: (text: string | undefined) => void;
  send: () => void;
}

const all = new Map<string, Kept>();
let known = new Map<string, string>();
let whose: number | undefined;

/** What was sent and not answered yet, by name: a page that goes may take the answer with it. */
const unanswered = new Map<string, string>();
const LEFT = "choices on their way";

interface Left {
  account: number;
  choices: [string, string][];
}

/** Leaves a note for the page that comes next: it may ask before what was sent has arrived. */
function leaveNote() {
  if (whose === undefined || unanswered.size === 0) return;
  const left: Left = { account: whose, choices: [...unanswered] };
  globalThis.sessionStorage?.setItem(LEFT, JSON.stringify(left));
}

function takeNote(account: number): [string, string][] {
  const text = globalThis.sessionStorage?.getItem(LEFT);
  globalThis.sessionStorage?.removeItem(LEFT);
  const left = text ? (JSON.parse(text) as Left) : undefined;
  return left?.account === account ? left.choices : [];
}

function put(name: string, text: string) {
  known.set(name, text);
  unanswered.set(name, text);
  const request = { params: { path: { name } }, body: { value: text }, keepalive: true };
  answer(http.PUT("/api/settings/{name}", request))
    // A choice that could not be kept is no reason to disturb anybody at work.
    .catch(() => known.delete(name))
    .finally(() => {
      if (unanswered.get(name) === text) unanswered.delete(name);
    });
}

/** A choice that begins as usual; whatever it becomes is found again after the next sign-in. */
export function setting<T>(name: string, usual: T): Ref<T> {
  const old = all.get(name);
  if (old) return old.value as Ref<T>;
  const value = ref(structuredClone(usual)) as Ref<T>;
  let timer = 0;

  function take(text: string | undefined) {
    try {
      value.value = text === undefined ? structuredClone(usual) : (JSON.parse(text) as T);
    } catch {
      value.value = structuredClone(usual);
    }
  }
  function send() {
    globalThis.clearTimeout(timer);
    const text = JSON.stringify(value.value);
    const before = known.get(name) ?? JSON.stringify(usual);
    if (whose === undefined || text === before) return;
    put(name, text);
  }
  function soon() {
    globalThis.clearTimeout(timer);
    timer = Number(globalThis.setTimeout(send, WAIT));
  }
  // It outlives the component that asks for it first.
  effectScope(true).run(() => watch(value, soon, { deep: true }));
  all.set(name, { value, take, send });
  if (whose !== undefined) take(known.get(name));
  return value;
}

/** Takes over what somebody has chosen who has just signed in. */
export async function takeSettings(account: number): Promise<void> {
  if (whose === account) return;
  const found = await answer(http.GET("/api/settings")).catch(() => []);
  known = new Map(found.map((s) => [s.name, s.value]));
  whose = account;
  for (const [name, text] of takeNote(account)) if (known.get(name) !== text) put(name, text);
  for (const [name, one] of all) one.take(known.get(name));
}

/** Sends what waits to be sent, before the page goes. */
export function sendSettings() {
  for (const one of all.values()) one.send();
  leaveNote();
}

/** Forgets whose choices these are. */
export function dropSettings() {
  sendSettings();
  whose = undefined;
}
