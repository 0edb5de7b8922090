import type { Session } from '../api/client'
import { Dialog } from './Dialog'
import { SignInForm } from './SignInForm'

/** The session has ended while somebody was at work: they sign in where they are, and all that they typed is still there. */
export const SignInAgain = ({ was }: { was: NonNullable<Session['account']> }) => (
  <Dialog title="Sign in again">
    <p className="mb-4">{was.name}, your session has ended. What you typed is still here.</p>
    <SignInForm />
  </Dialog>
)
