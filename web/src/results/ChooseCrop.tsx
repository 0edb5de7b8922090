import { Link } from 'react-router'
import { plural } from '../words'
import type { useCounted } from './useCounted'

/** Which crop is looked at, of those that have counted batches. */
export function ChooseCrop({
  counted,
  slug,
  onChoose,
}: {
  counted: ReturnType<typeof useCounted>['counted']
  slug: string | undefined
  onChoose: (slug: string) => void
}) {
  return (
    <label className="flex items-center gap-2">
      <span className="text-sm font-semibold">Crop</span>
      <select className="field-text w-72" value={slug} onChange={(event) => onChoose(event.target.value)}>
        {counted.map((crop) => (
          <option key={crop.slug} value={crop.slug}>
            {crop.name}, {plural(crop.counted, 'batch', 'batches')}
          </option>
        ))}
      </select>
    </label>
  )
}

/** Where nothing is counted there are no results yet. */
export const NothingCounted = () => (
  <p className="soft">
    Nothing is counted yet. Batches that were counted elsewhere can be{' '}
    <Link className="word" to="/nursery/records?kind=past_batches">
      brought in
    </Link>
    .
  </p>
)
