import { useEffect, useRef } from 'react'

/** Asked once where somebody goes elsewhere with a form half filled. */
export function Leaving({ onStay, onLeave }: { onStay: () => void; onLeave: () => void }) {
  const dialog = useRef<HTMLDialogElement>(null)
  useEffect(() => {
    dialog.current?.showModal()
  }, [])
  return (
    <dialog
      ref={dialog}
      aria-labelledby="leaving"
      className="sheet m-auto w-[min(26rem,92vw)] p-6 backdrop:bg-peat/50"
      onClose={onStay}
    >
      <h2 id="leaving">Not kept yet</h2>
      <p className="mb-4">What you typed here was not sent. It waits in this form until you come back.</p>
      <div className="flex flex-wrap gap-2">
        <button type="button" className="act-main" onClick={onLeave}>
          Leave
        </button>
        <button type="button" className="act" onClick={onStay}>
          Stay
        </button>
      </div>
    </dialog>
  )
}
