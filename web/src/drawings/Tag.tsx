import type { ReactNode } from 'react'
import { Link } from 'react-router'
import type { Tag as TagData } from '../api/client'
import { STATE_WORDS } from '../words'
import { FitMark } from './FitMark'
import { StateGlyph } from './Glyph'

/** The plant label's shape, pointed where it is stuck into the tray, around anything. */
export function Label({ children, faint = false, className = '' }: { children: ReactNode; faint?: boolean; className?: string }) {
  const dash = faint ? '5 4' : undefined
  return (
    <div className={`relative flex ${className}`}>
      <div className="relative w-6 shrink-0">
        <svg className="absolute inset-0 h-full w-full" viewBox="0 0 24 64" preserveAspectRatio="none" aria-hidden="true">
          <path
            d="M24 1L1 32L24 63"
            fill="var(--paper)"
            stroke="var(--peat)"
            strokeWidth="1.5"
            strokeDasharray={dash}
            vectorEffect="non-scaling-stroke"
            strokeLinejoin="round"
          />
        </svg>
      </div>
      <div
        className={`min-w-0 grow rounded-r border-y-[1.5px] border-r-[1.5px] border-peat bg-paper ${faint ? 'border-dashed' : ''}`}
      >
        {children}
      </div>
    </div>
  )
}

/** A batch, the same everywhere: crop, count, code, and the glyph of its root stage. */
export function Tag({
  tag,
  more,
  lot,
  count = tag.count,
  small = false,
}: {
  tag: TagData
  /** The lot in which plants of it stand, where that is meant. */
  lot?: string
  more?: ReactNode
  /** Plants meant, where only a part of the batch is. */
  count?: number
  small?: boolean
}) {
  return (
    <Link
      to={lot ? `/potting/lots/${lot}` : `/batches/${tag.code}`}
      className="block no-underline"
      aria-label={`${tag.crop}, ${count}, ${lot ? `lot ${lot}` : tag.code}, ${STATE_WORDS[tag.state]}${tag.against.length > 0 ? ', stock block not fit' : ''}`}
      title={tag.against.map((reason) => reason.words).join(' ') || undefined}
      draggable
      onDragStart={(event) => event.dataTransfer.setData('text/plain', lot ?? tag.code)}
    >
      <Label faint={tag.state === 'planned'}>
        <div className={`flex items-center gap-3 ${small ? 'px-1 py-1' : 'px-2 py-1.5'}`}>
          <StateGlyph state={tag.state} stage={tag.stage} size={small ? 30 : 38} />
          {tag.against.length > 0 && <FitMark fit={false} size={small ? 18 : 24} />}
          <div className="min-w-0 grow">
            <div className={`font-bold leading-tight ${small ? 'truncate text-[0.95rem]' : 'text-[1.05rem]'}`}>{tag.crop}</div>
            <div className={`text-sm leading-snug soft ${small ? 'truncate' : ''}`}>
              <span className="font-semibold tracking-wide text-peat">{lot ?? tag.code}</span> {more ?? STATE_WORDS[tag.state]}
            </div>
          </div>
          <div className={`pr-2 text-right font-bold leading-none ${small ? 'text-lg' : 'text-[1.35rem]'}`}>{count}</div>
        </div>
      </Label>
    </Link>
  )
}
