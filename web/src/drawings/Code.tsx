import QRCode from 'qrcode'
import { useMemo } from 'react'

/** A QR code drawn as one path; dark on white in both lights, so that it scans. */
export function Code({ text, size = 110 }: { text: string; size?: number }) {
  const drawn = useMemo(() => {
    const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' })
    let path = ''
    for (let y = 0; y < modules.size; y++)
      for (let x = 0; x < modules.size; x++) if (modules.get(y, x)) path += `M${x + 2} ${y + 2}h1v1h-1z`
    return { path, size: modules.size + 4 }
  }, [text])
  return (
    <svg viewBox={`0 0 ${drawn.size} ${drawn.size}`} width={size} height={size} role="img" aria-label={`Code for ${text}`}>
      <rect width={drawn.size} height={drawn.size} fill="#fff" />
      <path d={drawn.path} fill="#000" shapeRendering="crispEdges" />
    </svg>
  )
}
