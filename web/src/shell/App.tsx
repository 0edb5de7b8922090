import { lazy, Suspense, useRef } from 'react'
import { Navigate, Route, Routes, useLocation } from 'react-router'
import type { Session } from '../api/client'
import { useSession } from '../api/queries'
import { writeNumbersAs } from '../forms/number'
import { Boundary } from './Boundary'
import { lastHere } from './lastHere'
import { ROOMS } from './rooms'
import { hasLeft, Shell } from './Shell'
import { Failed } from './Unread'
import { WeekProvider } from './week'

const Setup = lazy(() => import('./Setup').then((m) => ({ default: m.Setup })))
const ChooseOwn = lazy(() => import('./ChooseOwn').then((m) => ({ default: m.ChooseOwn })))
const SignInAgain = lazy(() => import('./SignInAgain').then((m) => ({ default: m.SignInAgain })))
const SignIn = lazy(() => import('./SignIn').then((m) => ({ default: m.SignIn })))

/** Who is here decides what is shown: the first start, the door, or the house. */
export function App() {
  const { data: session, error, refetch } = useSession()
  const { pathname } = useLocation()
  const last = useRef<Session>(null)
  if (error && !session)
    return (
      <main className="p-6">
        <Failed message={error.message} again={() => refetch()} />
      </main>
    )
  if (!session) return null
  writeNumbersAs(session.nursery?.numbers)
  if (session.needsSetup)
    return (
      <Suspense>
        <Setup />
      </Suspense>
    )
  if (session.account?.mustChange)
    return (
      <Suspense>
        <ChooseOwn account={session.account} />
      </Suspense>
    )
  if (session.account) {
    last.current = session
    lastHere.note(session.account.id)
  }
  // Who did not leave is asked to sign in again where they are.
  const shown = session.account ? session : hasLeft() ? null : last.current
  if (!shown?.account)
    return (
      <Suspense>
        <SignIn />
      </Suspense>
    )
  return (
    <WeekProvider key={shown.account.id} session={shown}>
      <Shell>
        <Boundary at={pathname}>
          <Suspense>
            <Routes>
              {ROOMS.map(({ path, Room }) => (
                <Route key={path} path={path} element={<Room />} />
              ))}
              <Route path="*" element={<Navigate to="/" replace />} />
            </Routes>
          </Suspense>
        </Boundary>
      </Shell>
      {!session.account && (
        <Boundary at="signing in again">
          <Suspense>
            <SignInAgain was={shown.account} />
          </Suspense>
        </Boundary>
      )}
    </WeekProvider>
  )
}
