import { useEffect, useState } from 'react'
import { useNavigationType, useSearchParams } from 'react-router'

/** What a list is narrowed to: kept in the address, so that it can be sent to somebody and is there again after going back. */
export function useAsked() {
  const [params, setParams] = useSearchParams()
  return {
    get: (name: string) => params.get(name),
    /** What is empty is asked for no more. */
    choose: (what: Record<string, string>) =>
      setParams(
        (now) => Object.fromEntries(Object.entries({ ...Object.fromEntries(now), ...what }).filter(([, value]) => value !== '')),
        { replace: true },
      ),
    /** Whether all the words that are searched for stand in what is said of a thing. */
    isLike: (...said: (string | number | null | undefined)[]) => {
      const says = said.join(' ').toLowerCase()
      return (params.get('q') ?? '')
        .toLowerCase()
        .split(/\s+/)
        .every((word) => says.includes(word))
    },
  }
}

export function SearchBox({ of, placeholder, asked }: { of: string; placeholder: string; asked: ReturnType<typeof useAsked> }) {
  const q = asked.get('q') ?? ''
  const [typed, setTyped] = useState(q)
  const came = useNavigationType()
  // Who goes elsewhere and back, or to the whole list, finds here what the list is narrowed to; typing itself replaces the address.
  useEffect(() => {
    if (came !== 'REPLACE') setTyped(q)
  }, [came, q])
  return (
    <input
      type="search"
      className="field-text w-72"
      placeholder={placeholder}
      aria-label={`Search the ${of}`}
      value={typed}
      onChange={(event) => {
        setTyped(event.target.value)
        asked.choose({ q: event.target.value.trim() })
      }}
    />
  )
}
