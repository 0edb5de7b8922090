import { useEffect, useRef, useState } from 'react'

/** Milliseconds between two looks; a phone that decodes without pause grows hot and empty. */
const PAUSE = 150
/** Pixels of the wider side that are looked at: a tag held before the camera fills enough of them. */
const LOOKED_AT = 640

/** Whether there may be a camera to look through; a browser lends it only to a page that came safely. */
export const canScan = () => typeof navigator !== 'undefined' && navigator.mediaDevices?.getUserMedia !== undefined

const REFUSALS: Record<string, string> = {
  NotAllowedError: 'This page may not use the camera. Type the characters on the tag.',
  NotFoundError: 'This device has no camera. Type the characters on the tag.',
}

/** What the camera sees now, as pixels, and no larger than need be. */
function looksAt(video: HTMLVideoElement, canvas: HTMLCanvasElement): ImageData | null {
  const scale = Math.min(1, LOOKED_AT / Math.max(video.videoWidth, video.videoHeight))
  const [width, height] = [Math.round(video.videoWidth * scale), Math.round(video.videoHeight * scale)]
  const paper = canvas.getContext('2d', { willReadFrequently: true })
  if (!paper || width === 0 || height === 0) return null
  canvas.width = width
  canvas.height = height
  paper.drawImage(video, 0, 0, width, height)
  return paper.getImageData(0, 0, width, height)
}

/** Looks through the camera until it sees a code, which is read on the device itself. */
export function Scan({ onCode, onLeave }: { onCode: (code: string) => void; onLeave: () => void }) {
  const view = useRef<HTMLVideoElement>(null)
  const seen = useRef(onCode)
  seen.current = onCode
  const [told, setTold] = useState<string | null>(null)
  useEffect(() => {
    let left = false
    let stream: MediaStream | undefined
    const canvas = document.createElement('canvas')
    const look = async () => {
      const { default: read } = await import('jsqr')
      stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } })
      const video = view.current
      if (left || !video) return
      video.srcObject = stream
      await video.play()
      while (!left) {
        const picture = looksAt(video, canvas)
        const code = picture && read(picture.data, picture.width, picture.height)?.data
        if (code && !left) {
          navigator.vibrate?.(60)
          seen.current(code)
        }
        await new Promise((wake) => setTimeout(wake, PAUSE))
      }
    }
    look()
      .catch((error: Error) => {
        if (!left) setTold(REFUSALS[error.name] ?? 'The camera cannot be opened. Type the characters on the tag.')
      })
      .finally(() => {
        for (const track of stream?.getTracks() ?? []) track.stop()
      })
    return () => {
      left = true
      for (const track of stream?.getTracks() ?? []) track.stop()
    }
  }, [])
  return (
    <section aria-label="Scan a tag" className="sheet grid gap-2 p-3">
      {told ? (
        <p role="alert" className="refusal">
          {told}
        </p>
      ) : (
        <>
          <video
            ref={view}
            muted
            playsInline
            className="max-h-[50vh] w-full rounded bg-black object-cover"
            aria-label="What the camera sees"
          />
          <p role="status">Hold the code on the tag before the camera.</p>
        </>
      )}
      <button type="button" className="act !min-h-14" onClick={onLeave}>
        {told ? 'Close' : 'Leave it'}
      </button>
    </section>
  )
}
