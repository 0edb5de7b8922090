import type { Schemas } from '../api/client'
import { Choose } from '../forms/Choose'
import { plural } from '../words'

/** In whose last tray what is left over of a batch stands; nothing where nobody's has room. */
export function TrayOf({
  open,
  chosen,
  onChoose,
}: {
  open: Schemas['TrayOpen']
  chosen: string | undefined
  onChoose: (code: string | undefined) => void
}) {
  if (open.length === 0) return null
  return (
    <div className="mb-3 grid max-w-xl gap-1">
      <label htmlFor="tray-of" className="text-sm font-semibold">
        What does not fill a tray stands
      </label>
      <Choose
        id="tray-of"
        className="field-text"
        value={chosen ?? ''}
        onChange={(event) => onChoose(event.target.value || undefined)}
      >
        <option value="">in a tray of its own</option>
        {open.map((one) => (
          <option key={one.code} value={one.code}>
            in the last tray of {one.code}, {one.crop}, {one.zoneName}: {plural(one.free, 'hole')} free
          </option>
        ))}
      </Choose>
    </div>
  )
}
