import { lazy, Suspense } from 'react'
import { Navigate, Route, Routes, useLocation } from 'react-router'
import { useSession } from '../api/queries'
import { writeNumbersAs } from '../forms/number'
import { Boundary } from './Boundary'
import { ROOMS } from './rooms'
import { Shell } from './Shell'
import { Failed } from './Unread'
import { WeekProvider } from './week'

const Setup = lazy(() => import('./Setup').then((m) => ({ default: m.Setup })))
const SignIn = lazy(() => import('./SignIn').then((m) => ({ default: m.SignIn })))

/** Who is here decides what is shown: the first start, the door, or the house. */
export function App() {
  const { data: session, error, refetch } = useSession()
  const { pathname } = useLocation()
  if (error)
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
  if (!session.account)
    return (
      <Suspense>
        <SignIn />
      </Suspense>
    )
  return (
    <WeekProvider session={session}>
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
    </WeekProvider>
  )
}
