const PAUSE = 400;

/** A moment later, so that what an edit shows first is not kept waiting by what may follow. */
export function settled(): Promise<void> {
  return new Promise((done) => setTimeout(done, PAUSE));
}
