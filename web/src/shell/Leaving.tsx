import { Dialog } from './Dialog'

/** Asked once where somebody goes elsewhere while something is not sent. */
export function Leaving({
  title,
  words,
  button,
  onStay,
  onLeave,
}: {
  title: string
  words: string
  button: string
  onStay: () => void
  onLeave: () => void
}) {
  return (
    <Dialog title={title} onClose={onStay}>
      <p className="mb-4">{words}</p>
      <div className="flex flex-wrap gap-2">
        <button type="button" className="act-main" onClick={onLeave}>
          {button}
        </button>
        <button type="button" className="act" onClick={onStay}>
          Stay
        </button>
      </div>
    </Dialog>
  )
}
