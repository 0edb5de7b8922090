import type { ReactNode } from 'react'
import { StageGlyph } from '../drawings/Glyph'

/** The sheet that stands before the house: signing in and the first start. */
export function Door({ title, children }: { title: string; children: ReactNode }) {
  return (
    <main className="mx-auto flex min-h-screen max-w-3xl flex-col items-center justify-center p-4">
      <div className="mb-5 flex items-end gap-3" aria-hidden="true">
        {(['nothing', 'callus', 'initials', 'at_wall', 'at_hole'] as const).map((stage) => (
          <StageGlyph key={stage} stage={stage} size={46} label={false} />
        ))}
      </div>
      <div className="sheet w-full max-w-xl p-6">
        <p className="text-sm font-semibold soft">Wet Cradle</p>
        <h1 className="mb-4">{title}</h1>
        {children}
      </div>
    </main>
  )
}
