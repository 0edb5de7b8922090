import { NavLink } from 'react-router'

const LOOKS = [
  ['/crops', 'Rates'],
  ['/crops/season', 'Season'],
  ['/crops/rules', 'House rules'],
] as const

/** The ways to look at crops. */
export function CropRooms() {
  return (
    <nav aria-label="Crops" className="flex gap-1">
      {LOOKS.map(([to, word]) => (
        <NavLink
          key={to}
          to={to}
          end
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
