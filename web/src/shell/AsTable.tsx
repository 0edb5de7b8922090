import { type ReactNode, useRef, useState } from 'react'

type Cell = string | number | null | undefined

/**
 * Rows as a table of plain text (RFC 4180). Text that a spreadsheet would take for a formula stands behind an apostrophe, which
 * the spreadsheet does not show: what a customer is called must not reckon anything on the computer of whoever opens it.
 */
export function csvOf(rows: readonly (readonly Cell[])[]): string {
  const cell = (value: Cell) => {
    const text = typeof value === 'string' && /^[=+\-@\t\r]/.test(value) ? `'${value}` : String(value ?? '')
    return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text
  }
  return rows.map((row) => `${row.map(cell).join(',')}\r\n`).join('')
}

/** What a cell says, with what is typed in it and without its buttons. A figure that stands alone stays one. */
function cellOf(cell: Element): Cell {
  const words: string[] = []
  const read = (node: Node) => {
    if (node instanceof HTMLInputElement || node instanceof HTMLSelectElement) {
      words.push(node instanceof HTMLInputElement && node.type === 'checkbox' ? (node.checked ? 'yes' : 'no') : node.value)
    } else if (node instanceof Element) {
      if (!node.matches('button, svg')) node.childNodes.forEach(read)
    } else if (node.textContent?.trim()) words.push(node.textContent.trim())
  }
  read(cell)
  const text = words
    .join(' ')
    .replace(/\s+/g, ' ')
    .replace(/ ([,.;:])/g, '$1')
  return /^-?\d+(\.\d+)?$/.test(text) ? Number(text) : text
}

/** The rows of all tables in a part of the page, heads first; what spans several columns leaves those after it empty. */
export const rowsOf = (part: Element): Cell[][] =>
  [...part.querySelectorAll('tr')].map((row) =>
    [...row.children].flatMap((cell) => [
      cellOf(cell),
      ...Array<Cell>(Math.max(0, Number(cell.getAttribute('colspan') ?? 1) - 1)).fill(null),
    ]),
  )

function Saved({ name, rows }: { name: string; rows: () => (readonly Cell[])[] }) {
  const [address, setAddress] = useState('')
  return (
    <a
      className="word no-print inline-flex min-h-11 items-center text-sm"
      href={address || '#as-table'}
      download={`${name}.csv`}
      onClick={(event) => {
        URL.revokeObjectURL(address)
        // With a mark, so that spreadsheets read what is not English as it is.
        const made = URL.createObjectURL(new Blob(['\uFEFF', csvOf(rows())], { type: 'text/csv' }))
        event.currentTarget.href = made
        setAddress(made)
      }}
    >
      as a table<span className="sr-only"> of {name}</span>
    </a>
  )
}

/** What is listed, as it is listed, as a table to save. */
export const AsTable = ({ name, heads, rows }: { name: string; heads: readonly string[]; rows: () => (readonly Cell[])[] }) => (
  <Saved name={name} rows={() => [heads, ...rows()]} />
)

/** What stands here as a table, to save as it stands. */
export function Savable({ name, children }: { name: string; children: ReactNode }) {
  const part = useRef<HTMLDivElement>(null)
  return (
    <>
      <div ref={part}>{children}</div>
      <Saved name={name} rows={() => (part.current ? rowsOf(part.current) : [])} />
    </>
  )
}
