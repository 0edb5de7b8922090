import { useEffect, useRef } from 'react'
import { SignInForm } from './SignInForm'

/** The session has ended while somebody was at work: they sign in where they are, and all that they typed is still there. */
export function SignInAgain({ name }: { name: string }) {
  const dialog = useRef<HTMLDialogElement>(null)
  useEffect(() => {
    dialog.current?.showModal()
  }, [])
  return (
    <dialog
      ref={dialog}
      aria-labelledby="again"
      className="sheet m-auto w-[min(26rem,92vw)] p-6 backdrop:bg-peat/50"
      onCancel={(event) => event.preventDefault()}
    >
      <h2 id="again">Sign in again</h2>
      <p className="mb-4">{name}, your session has ended. What you typed is still here.</p>
      <SignInForm />
    </dialog>
  )
}
