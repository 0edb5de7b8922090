import { type PointerEvent, useRef } from 'react'
import { SCALE } from './ZoneDrawing'

/** A zone on the move while the house is laid out anew, in metres. */
export interface Laying {
  at: { x: number; y: number; length: number; width: number }
  zone: number
  onMove: (x: number, y: number) => void
  onDrop: () => void
}

/** What a zone answers to the pointer that carries it: it follows in steps of ten centimetres. */
export function useGrab() {
  const grabbed = useRef<{ x: number; y: number; from: { x: number; y: number }; scale: number } | null>(null)
  return ({ at, onMove, onDrop }: Laying) => ({
    style: { cursor: 'move', touchAction: 'none' as const },
    onPointerDown: (event: PointerEvent<SVGGElement>) => {
      const box = event.currentTarget.ownerSVGElement?.getScreenCTM()
      grabbed.current = { x: event.clientX, y: event.clientY, from: { x: at.x, y: at.y }, scale: (box?.a ?? 1) * SCALE }
      event.currentTarget.setPointerCapture(event.pointerId)
    },
    onPointerMove: (event: PointerEvent) => {
      const from = grabbed.current
      if (!from) return
      const metres = (moved: number, start: number) => Math.max(0, Math.round(10 * (start + moved / from.scale)) / 10)
      onMove(metres(event.clientX - from.x, from.from.x), metres(event.clientY - from.y, from.from.y))
    },
    onPointerUp: () => {
      if (grabbed.current) onDrop()
      grabbed.current = null
    },
  })
}
