const STORE = 'wet-cradle.here'

/** Who was here last in this window: what they typed and did not send is theirs. */
export const lastHere = {
  read(): string | null {
    try {
      return sessionStorage.getItem(STORE)
    } catch {
      return null
    }
  },
  note(account: number) {
    try {
      sessionStorage.setItem(STORE, String(account))
    } catch {
      // A device that keeps nothing has nothing of theirs either.
    }
  },
}
