import { lazy, type ReactNode, Suspense, useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react'
import { NavLink, useLocation, useNavigate } from 'react-router'
import { answer, api } from '../api/client'
import { forgetPerson, queryClient } from '../api/queries'
import { isHalfFilled } from '../forms/kept'
import { looksKept } from '../round/device'
import { useSendingLooks } from '../round/send'
import { plural } from '../words'
import { Boundary } from './Boundary'
import { Finder } from './Finder'
import { Leaving } from './Leaving'
import { Rail } from './Rail'
import { Said } from './Said'
import { Sending } from './Sending'
import { Stale } from './Stale'
import { light, switchLight } from './theme'
import { useTitle } from './useTitle'
import { useShown } from './week'

const KeyList = lazy(() => import('./KeyList').then((m) => ({ default: m.KeyList })))

const ROOMS = [
  { to: '/', word: 'Today', key: 't' },
  { to: '/wanted', word: 'Wanted', key: 'w' },
  { to: '/batches', word: 'Batches', key: 'b' },
  { to: '/bench', word: 'Bench', key: 'h' },
  { to: '/mixing', word: 'Make', key: 'm' },
  { to: '/potting', word: 'Pot', key: 'p' },
  { to: '/stock', word: 'Stock', key: 's' },
  { to: '/crops', word: 'Crops', key: 'c' },
] as const

const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement && (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))

let left = false
/** Whether the last person here signed out themselves. */
export const hasLeft = () => left

export async function signOut() {
  left = true
  queryClient.setQueryData(['session'], await answer(api.POST('/api/sign-out', {})))
  forgetPerson()
}

/** What is always there: the week rail, the rooms, the finder, the keys. */
export function Shell({ children }: { children: ReactNode }) {
  const { session, move, setWeek, thisWeek } = useShown()
  const [finding, setFinding] = useState(false)
  /** The address whose help is open. */
  const [helped, setHelped] = useState<string | null>(null)
  const [shade, setShade] = useState(light())
  const navigate = useNavigate()
  useSendingLooks(session.account?.id)
  const [waiting, setWaiting] = useState(0)
  const leaveHouse = () => signOut().then(() => navigate('/'))
  const [leaving, setLeaving] = useState<string | null>(null)
  const asked = useRef(false)
  const page = useRef<HTMLElement>(null)
  useTitle(page)
  const { pathname } = useLocation()
  useEffect(() => {
    asked.current = false
  }, [pathname])
  /** Goes elsewhere; with a form half filled it asks first, once. */
  const go = useCallback(
    (to: string) => {
      if (!isHalfFilled() || asked.current) return navigate(to)
      asked.current = true
      setLeaving(to)
    },
    [navigate],
  )

  useLayoutEffect(() => {
    left = false
    const onClick = (event: MouseEvent) => {
      const link = event.target instanceof Element ? event.target.closest('a[href]') : null
      const to = link?.getAttribute('href') ?? ''
      if (!to.startsWith('/') || to.startsWith('/api/') || event.ctrlKey || event.metaKey || event.shiftKey) return
      if (!isHalfFilled() || asked.current || new URL(to, location.href).pathname === location.pathname) return
      event.preventDefault()
      event.stopPropagation()
      go(to)
    }
    addEventListener('click', onClick, true)
    return () => removeEventListener('click', onClick, true)
  }, [go])

  // Before anything is painted: whoever sees the house can press its keys, on a slow machine too.
  useLayoutEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (document.querySelector('dialog[open]')) return
      if (event.metaKey || event.ctrlKey || event.altKey || isTyping(event.target)) return
      const room = ROOMS.find((r) => r.key === event.key)
      if (event.key === '/') setFinding(true)
      else if (event.key === '?') setHelped(location.pathname)
      else if (event.key === '[') move(-1)
      else if (event.key === ']') move(1)
      else if (event.key === '.') setWeek(thisWeek)
      else if (event.key === 'd') setShade(switchLight())
      else if (room) go(room.to)
      else return
      event.preventDefault()
    }
    addEventListener('keydown', onKey)
    return () => removeEventListener('keydown', onKey)
  }, [move, setWeek, thisWeek, go])

  return (
    <div className="min-h-screen pb-20 print:min-h-0 print:pb-0 sm:pb-0">
      <a href="#main" className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:p-3 bg-paper">
        Skip to the page
      </a>
      <Rail />
      <header className="no-print flex items-center gap-2 px-4 py-2 sm:px-6">
        <span className="mr-4 text-lg font-bold whitespace-nowrap">{session.nursery?.name}</span>
        <nav
          aria-label="Rooms"
          className="fixed inset-x-0 bottom-0 z-30 flex justify-around border-t-2 sm:static sm:z-auto sm:justify-start sm:gap-1 sm:border-0 bg-ground border-peat"
        >
          {ROOMS.map((room) => (
            <NavLink
              key={room.to}
              to={room.to}
              end={room.to === '/'}
              className={({ isActive }) =>
                [
                  'flex min-h-12 items-center px-1 text-[0.95rem] sm:min-h-11 sm:px-3 sm:text-base',
                  `${isActive ? 'font-bold underline decoration-[3px] underline-offset-8' : ''}`,
                ].join(' ')
              }
            >
              {room.word}
            </NavLink>
          ))}
        </nav>
        <div className="ml-auto flex items-center gap-1">
          <button type="button" className="flex min-h-11 cursor-pointer items-center gap-2 px-2" onClick={() => setFinding(true)}>
            <kbd className="rounded border px-1.5 text-sm">/</kbd>
            <span className="hidden lg:inline">find</span>
            <span className="sr-only lg:hidden">Find</span>
          </button>
          <button
            type="button"
            className="hidden min-h-11 cursor-pointer items-center gap-2 px-2 sm:flex"
            onClick={() => setHelped(pathname)}
          >
            <kbd className="rounded border px-1.5 text-sm">?</kbd>
            <span className="hidden lg:inline">help</span>
            <span className="sr-only lg:hidden">Help and keys</span>
          </button>
          <button
            type="button"
            className="min-h-11 cursor-pointer px-2 text-lg"
            aria-label={shade === 'mist' ? 'Darken for night' : 'Lighten for day'}
            onClick={() => setShade(switchLight())}
          >
            {shade === 'mist' ? '☾' : '☀'}
          </button>
          <details className="dropdown dropdown-end">
            <summary className="flex min-h-11 cursor-pointer items-center px-2 whitespace-nowrap">
              {session.account?.name.split(' ')[0]}
            </summary>
            <ul className="sheet dropdown-content z-40 mt-1 w-56 p-2">
              <li className="px-2 py-1 text-sm soft">
                {session.account?.name}, {session.account?.role}
              </li>
              <li>
                <NavLink to="/nursery/people" className="flex min-h-11 items-center px-2">
                  Your password, people
                </NavLink>
              </li>
              <li>
                <NavLink to="/nursery" end className="flex min-h-11 items-center px-2">
                  The nursery
                </NavLink>
              </li>
              <li>
                <button
                  type="button"
                  className="min-h-11 w-full cursor-pointer px-2 text-left"
                  onClick={async () => {
                    const mine = (await looksKept()).filter((look) => !look.by || look.by.id === session.account?.id)
                    if (mine.length === 0) await leaveHouse()
                    else setWaiting(mine.length)
                  }}
                >
                  Sign out
                </button>
              </li>
            </ul>
          </details>
        </div>
      </header>
      <main id="main" ref={page} className="px-4 pb-10 sm:px-6">
        <Stale />
        {children}
      </main>
      <Sending />
      <Said />
      {waiting > 0 && (
        <Leaving
          title="Looks are waiting"
          words={`${plural(waiting, 'look')} of yours on this device ${waiting === 1 ? 'is' : 'are'} not sent yet. They wait here until you sign in again.`}
          button="Sign out"
          onStay={() => setWaiting(0)}
          onLeave={() => {
            setWaiting(0)
            leaveHouse()
          }}
        />
      )}
      {leaving && (
        <Leaving
          title="Not kept yet"
          words="What you typed here was not sent. It waits in this form until you come back."
          button="Leave"
          onStay={() => setLeaving(null)}
          onLeave={() => {
            setLeaving(null)
            navigate(leaving)
          }}
        />
      )}
      {finding && <Finder onClose={() => setFinding(false)} onHelp={setHelped} />}
      {helped !== null && (
        <Boundary at={helped}>
          <Suspense>
            <KeyList at={helped} rooms={ROOMS} onClose={() => setHelped(null)} />
          </Suspense>
        </Boundary>
      )}
    </div>
  )
}
