import type { Schemas } from '../api/client'
import { Cutting } from './Cutting'

/** How a piece is prepared, drawn and in the order in which it is done. */
export function PreparingCard({ card, of }: { card: Schemas['PreparingCard']; of: string }) {
  return (
    <figure aria-label={`How ${of} is prepared`} className="mt-2 flex flex-wrap items-start gap-x-5 gap-y-2">
      {/* What stays on its plant is no piece that could be drawn by itself. */}
      {card.sheet.water.regime !== 'mother' && <Cutting sheet={card.sheet} tall={120} />}
      <ol className="min-w-0 list-decimal pl-5 text-sm">
        {card.words.map((one) => (
          <li key={one}>{one}</li>
        ))}
      </ol>
    </figure>
  )
}
