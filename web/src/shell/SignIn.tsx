import { Door } from './Door'
import { SignInForm } from './SignInForm'

export function SignIn() {
  return (
    <Door title="Sign in">
      <SignInForm />
    </Door>
  )
}
