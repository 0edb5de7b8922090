const KEPT = 'wet-cradle-light'

export type Light = 'mist' | 'night'

export function light(): Light {
  const kept = localStorage.getItem(KEPT)
  if (kept === 'mist' || kept === 'night') return kept
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'night' : 'mist'
}

export function showTheme(): void {
  document.documentElement.dataset.theme = light()
}

export function switchLight(): Light {
  const next: Light = light() === 'mist' ? 'night' : 'mist'
  localStorage.setItem(KEPT, next)
  showTheme()
  return next
}
