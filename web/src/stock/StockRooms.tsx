import { NavLink } from 'react-router'

const LOOKS = [
  ['/stock', 'Blocks'],
  ['/stock/inspections', 'Inspections'],
  ['/stock/rights', 'Rights'],
  ['/stock/take', 'Take sheet'],
] as const

/** The ways to look at stock. */
export function StockRooms() {
  return (
    <nav aria-label="Stock" className="no-print flex flex-wrap gap-1">
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
