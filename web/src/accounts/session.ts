import { ref } from "vue";
import { answer, http, type Person, Refused } from "../api/client";
import { dropSettings, takeSettings } from "./settings";

/** Who is signed in, once that is known. */
export const person = ref<Person>();
/** Whether the session of the person on this page has ended without their doing. */
export const sessionOver = ref(false);
/** How often something was to be saved since then. */
export const insisted = ref(0);

/** Notes that the server does not know the person any more. */
export function signedOut(saving: boolean) {
  if (!person.value) return;
  sessionOver.value = true;
  if (saving) insisted.value++;
}
/** Whether the installation waits for its first account. */
export const firstAwaited = ref(false);

async function welcome(who: Person): Promise<Person> {
  await takeSettings(who.id);
  person.value = who;
  return who;
}

/** Asks whether a session is open. */
export async function resume(): Promise<boolean> {
  try {
    await welcome(await answer(http.GET("/api/session")));
    return true;
  } catch (e) {
    if (e instanceof Refused) firstAwaited.value = e.firstAdministrator;
    return false;
  }
}

/** Any answer brings the token that a request which changes something has to carry. */
async function withToken(): Promise<void> {
  if (!document.cookie.includes("XSRF-TOKEN=")) await resume();
}

export async function signIn(name: string, password: string): Promise<Person> {
  await withToken();
  return welcome(await answer(http.POST("/api/session", { body: { name, password } })));
}

export async function claim(code: string, name: string, password: string): Promise<Person> {
  await withToken();
  return welcome(await answer(http.POST("/api/session/first", { body: { code, name, password } })));
}

export async function signOut(): Promise<void> {
  dropSettings();
  await answer(http.DELETE("/api/session")).catch((e: unknown) => {
    if (!(e instanceof Refused) || e.status !== 401) throw e;
  });
  person.value = undefined;
  sessionOver.value = false;
}
