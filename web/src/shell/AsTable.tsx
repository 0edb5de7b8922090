import { useState } from 'react'

type Cell = string | number | null | undefined

/**
 * Rows as a table of plain text (RFC 4180). Text that a spreadsheet would take for a formula stands behind an apostrophe, which
 * the spreadsheet does not show: what a customer is called must not reckon anything on the computer of whoever opens it.
 */
export function csvOf(heads: readonly string[], rows: readonly (readonly Cell[])[]): string {
  const cell = (value: Cell) => {
    const text = typeof value === 'string' && /^[=+\-@\t\r]/.test(value) ? `'${value}` : String(value ?? '')
    return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text
  }
  return [heads, ...rows].map((row) => `${row.map(cell).join(',')}\r\n`).join('')
}

/** What is listed, as it is listed, as a table to save. */
export function AsTable({ name, heads, rows }: { name: string; heads: readonly string[]; rows: () => (readonly Cell[])[] }) {
  const [address, setAddress] = useState('')
  return (
    <a
      className="word no-print inline-flex min-h-11 items-center text-sm"
      href={address || '#as-table'}
      download={`${name}.csv`}
      onClick={(event) => {
        URL.revokeObjectURL(address)
        // With a mark, so that spreadsheets read what is not English as it is.
        const made = URL.createObjectURL(new Blob(['\uFEFF', csvOf(heads, rows())], { type: 'text/csv' }))
        event.currentTarget.href = made
        setAddress(made)
      }}
    >
      as a table
    </a>
  )
}
