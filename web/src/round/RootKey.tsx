import type { Schemas, Stage } from '../api/client'
import { useChoices } from '../api/queries'
import { Foot } from '../drawings/Foot'
import { PaperChoice, usePaper } from '../mixing/Paper'
import { useShown } from '../shell/week'
import { STAGE_WORDS } from '../words'
import { RoundRooms } from './RoundRooms'

const plain = { lean: 0, wilted: false, brown: 0, mat: 0 }
const root = (side: number, from: number, length: number, bend = 0) => ({ side, from, length, bend })

/** One clear example of each stage, and how it is told from the one before. */
const KEY: Record<Stage, { foot: Schemas['Foot']; told: string }> = {
  nothing: { foot: { ...plain, callus: 0, roots: [] }, told: 'A clean cut, sealing over. No swelling.' },
  callus: {
    foot: { ...plain, callus: 0.8, roots: [] },
    told: 'A pale knob at the cut. Callus is not a root, and need not become one.',
  },
  initials: {
    foot: { ...plain, callus: 0.5, roots: [root(-1, 0.1, 0.3, 0.3), root(1, 0.25, 0.45), root(1, 0, 0.22, 0.5)] },
    told: 'Short roots that end in the mix. It comes out of the cell bare: not rooted yet.',
  },
  at_wall: {
    foot: { ...plain, callus: 0.25, roots: [root(-1, 0.1, 1), root(1, 0.3, 0.85), root(1, 0, 1.02, 0.2), root(-1, 0.5, 0.6)] },
    told: 'A root touches the wall of the cell. The mix holds together when it is lifted: rooted.',
  },
  at_hole: {
    foot: {
      ...plain,
      callus: 0,
      roots: [root(-1, 0.1, 1.2, -0.2), root(1, 0.3, 1), root(1, 0, 1.25, 0.3), root(-1, 0.5, 0.9), root(1, 0.6, 0.7)],
    },
    told: 'A nub of root shows at the hole below. The moment to pot.',
  },
  root_bound: {
    foot: {
      ...plain,
      mat: 0.95,
      callus: 0,
      roots: [
        root(-1, 0.1, 1.5, -0.4),
        root(1, 0.3, 1.4, 0.5),
        root(1, 0, 1.6, 0.1),
        root(-1, 0.5, 1.3, -0.8),
        root(1, 0.6, 1.2, 0.9),
        root(-1, 0.3, 1.5, 0.4),
      ],
    },
    told: 'Roots wind along the wall, a mat hangs out below. Late: tease it apart.',
  },
  dead: {
    foot: { ...plain, callus: 0.1, roots: [], brown: 0.85, wilted: true },
    told: 'The foot is brown and soft. Take it out at once: it infects.',
  },
}

/** The key to root stages, to hold beside the tray; the same on paper. */
export function RootKey() {
  const { session } = useShown()
  const { data: choices } = useChoices()
  const [paper, setPaper] = usePaper()
  const rooted = new Set(choices?.stages.filter((one) => one.rooted).map((one) => one.stage))
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>How far are its roots?</h1>
        <RoundRooms />
        <span className="no-print ml-auto flex flex-wrap items-center gap-3">
          <PaperChoice paper={paper} onChoose={setPaper} />
          <button type="button" className="act" onClick={() => print()}>
            Print the key
          </button>
        </span>
      </div>
      <ol className="grid grid-cols-2 gap-x-5 gap-y-6 sm:grid-cols-3 lg:grid-cols-4 print:grid-cols-3 print:gap-y-3">
        {(Object.keys(KEY) as Stage[]).map((stage) => (
          <li key={stage} className="break-inside-avoid">
            <Foot foot={KEY[stage].foot} name={STAGE_WORDS[stage]} className="w-44 print:w-32" />
            <h2 className="first-letter:uppercase">
              {STAGE_WORDS[stage]}
              {rooted.has(stage) && <span className="ml-2 text-sm text-leaf">✓ rooted</span>}
            </h2>
            <p className="text-sm">{KEY[stage].told}</p>
          </li>
        ))}
      </ol>
      <p className="mt-4 text-sm soft">
        {session.nursery?.name}. Lift here and there, not from one corner; judge the roots, not the leaves: new growth on top is a
        hint, not proof. Put them back.
      </p>
    </>
  )
}
