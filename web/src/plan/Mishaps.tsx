import type { Schemas } from '../api/client'
import { inHundred, plural } from '../words'

const BATCHES = ['none', 'one batch', 'two batches', 'three batches']

/** What batches that fail as a whole make of the chance, and what two or three batches some days apart would give. */
export function Mishaps({ mishaps }: { mishaps: Schemas['Proposal']['mishaps'] }) {
  const counted = `${plural(mishaps.known, 'mishap')} in ${plural(mishaps.batches, 'batch', 'batches')} so far`
  return (
    <div className="mt-3 text-sm">
      {mishaps.words ? (
        <>
          <p className="font-semibold text-plum">{mishaps.words}</p>
          <ul className="mt-1">
            {mishaps.parted.map((one) => (
              <li key={one.batches}>
                {BATCHES[one.batches]}:{' '}
                {one.stick === null ? (
                  `no number gives it; at most ${inHundred(one.chance)} in 100`
                ) : (
                  <>
                    <strong>{one.stick}</strong> in all, {inHundred(one.chance)} in 100
                  </>
                )}
              </li>
            ))}
          </ul>
          <p className="soft">{counted}. Plan this one with its part of them, and the rest from the order again.</p>
        </>
      ) : (
        <p className="soft">
          A batch that fails as a whole is reckoned with: {counted}, {inHundred(mishaps.chance)} in 100 of the next one.
        </p>
      )}
    </div>
  )
}
