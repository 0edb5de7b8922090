import { NavLink } from 'react-router'

/** The ways to look at one room: blocks or inspections, rates or the season. */
export function Looks({ of, looks }: { of: string; looks: readonly (readonly [to: string, word: string])[] }) {
  return (
    <nav aria-label={of} className="no-print flex flex-wrap gap-1">
      {looks.map(([to, word]) => (
        <NavLink
          key={to}
          to={to}
          // A look that others lie under is only itself; any other is also what lies under it.
          end={looks.some(([other]) => other !== to && other.startsWith(to))}
          className={({ isActive }) =>
            `flex min-h-11 items-center px-2 ${isActive ? 'font-bold underline decoration-2 underline-offset-4' : ''}`
          }
        >
          {word}
        </NavLink>
      ))}
    </nav>
  )
}
