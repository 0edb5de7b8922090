import type { ReactNode } from 'react'
import type { Schemas, Stage } from '../api/client'
import { STAGE_WORDS, STATE_WORDS } from '../words'

const Leaves = ({ wilted = false }: { wilted?: boolean }) =>
  wilted ? (
    <path d="M16 13q-5 0-7 6M16 13q5 0 7 6" stroke="var(--plum)" />
  ) : (
    <path d="M16 9q-7-4-10 1q6 3 10-1zM16 7q7-4 10 1q-6 3-10-1z" fill="var(--leaf)" stroke="var(--leaf)" strokeWidth="1" />
  )

const FEET: Record<Stage, ReactNode> = {
  nothing: <path d="M16 17v6" />,
  callus: (
    <>
      <path d="M16 17v4" />
      <circle cx="16" cy="23.5" r="3.6" fill="var(--cream)" />
    </>
  ),
  initials: (
    <>
      <path d="M16 17v4" />
      <circle cx="16" cy="23" r="3.2" fill="var(--cream)" />
      <path d="M13 25l-2.4 2.4M16 26.4v3M19 25l2.4 2.4" />
    </>
  ),
  at_wall: (
    <>
      <path d="M16 17v6l-7 4M16 23l7 4M16 22v7" />
      <path d="M6.5 18l2 12.5h15l2-12.5" strokeWidth="1.4" opacity=".55" />
    </>
  ),
  at_hole: (
    <>
      <path d="M16 17v5l-7 5M16 22l7 5M16 21v13M16 26l-3 4M16 25l3 5" />
      <path d="M6.5 18l2 12.5h5.5M18 30.5h5.500l2-12.5" strokeWidth="1.4" opacity=".55" />
    </>
  ),
  root_bound: (
    <>
      <path d="M16 17v4l-7 4v4h14v-4l-7-4M11 26h10M11 29v4M14 29v5M18 29v5M21 29v4" />
      <path d="M6.500 18l2 12.500h15l2-12.500" strokeWidth="1.4" opacity=".55" />
    </>
  ),
  dead: <path d="M16 17v6M12 25l8 6M20 25l-8 6" stroke="var(--plum)" />,
}

/** The paper every glyph is drawn on; unnamed where words beside it say the same. */
function Glyph({ size, name, children }: { size: number; name: string | null; children: ReactNode }) {
  return (
    <svg
      viewBox="0 0 32 36"
      width={size}
      height={(size * 36) / 32}
      className="shrink-0"
      fill="none"
      stroke="var(--peat)"
      strokeWidth="2.2"
      strokeLinecap="round"
      strokeLinejoin="round"
      role={name === null ? undefined : 'img'}
      aria-label={name ?? undefined}
      aria-hidden={name === null ? true : undefined}
    >
      {children}
    </svg>
  )
}

/** A cutting's foot below the line of the mix, at one root stage. */
export function StageGlyph({ stage, size = 40, label = true }: { stage: Stage; size?: number; label?: boolean }) {
  return (
    <Glyph size={size} name={label ? STAGE_WORDS[stage] : null}>
      <path d="M16 5v12" />
      <Leaves wilted={stage === 'dead'} />
      <path d="M2 17h28" strokeDasharray="1 4" strokeWidth="1.8" />
      {FEET[stage]}
    </Glyph>
  )
}

const STATES: Record<Schemas['State'], ReactNode> = {
  planned: (
    <>
      <path d="M16 5v20" strokeDasharray="3 3.500" />
      <path d="M16 9q-7-4-10 1q6 3 10-1zM16 7q7-4 10 1q-6 3-10-1z" strokeWidth="1.5" strokeDasharray="2 2.500" />
      <path d="M2 26h28" strokeDasharray="1 4" />
    </>
  ),
  rooting: null,
  part_rooted: null,
  rooted: null,
  potted: (
    <>
      <path d="M16 4v14" />
      <Leaves />
      <path d="M7 18h18l-2.500 15h-13zM6 18h20" fill="var(--cream)" />
    </>
  ),
  gone: (
    <>
      <path d="M11 6v11" />
      <path d="M11 9q-6-3-8 1q5 2 8-1zM11 7q6-3 8 1q-5 2-8-1z" fill="var(--leaf)" stroke="var(--leaf)" strokeWidth="1" />
      <path d="M5 17h12l-1.600 11h-8.800z" fill="var(--cream)" />
      <path d="M20 23h9M25.500 19l4 4l-4 4" />
    </>
  ),
  lost: FEET.dead,
  called_off: <path d="M6 18h20" />,
}

/** A batch's glyph: its root stage while it roots, else a drawing of its state. */
export function StateGlyph({ state, stage, size = 40 }: { state: Schemas['State']; stage: Stage | null; size?: number }) {
  if (state === 'rooting' || state === 'part_rooted' || state === 'rooted')
    return <StageGlyph stage={stage ?? 'nothing'} size={size} />
  return (
    <Glyph size={size} name={STATE_WORDS[state]}>
      {state === 'lost' && <path d="M16 5v12M2 17h28" />}
      {STATES[state]}
    </Glyph>
  )
}

/** Water: as many drops as the mist level. */
export function Drops({ level, of = 3 }: { level: number; of?: number }) {
  return (
    <svg viewBox={`0 0 ${of * 12} 16`} height="16" width={of * 12} role="img" aria-label={`mist level ${level} of ${of}`}>
      {Array.from({ length: of }, (_, i) => i).map((i) => (
        <path
          key={i}
          d={`M${6 + 12 * i} 2q5 7 0 11.500q-5-4.500 0-11.500z`}
          fill={i < level ? 'var(--water)' : 'none'}
          stroke="var(--water)"
          strokeWidth="1.4"
        />
      ))}
    </svg>
  )
}
