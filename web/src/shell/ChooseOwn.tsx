import type { Session } from '../api/client'
import { OwnPassword } from '../nursery/OwnPassword'
import { Door } from './Door'
import { signOut } from './Shell'

/** Somebody who was given a password for one time chooses their own before anything else. */
export const ChooseOwn = ({ account }: { account: NonNullable<Session['account']> }) => (
  <Door title={`Welcome, ${account.name}`}>
    <p className="mb-4">The password you were told works once. Choose one that only you know.</p>
    <OwnPassword given onKept={() => undefined} />
    <button type="button" className="word mt-4 min-h-11" onClick={() => signOut()}>
      Sign out
    </button>
  </Door>
)
