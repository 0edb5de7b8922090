import createClient from 'openapi-fetch'
import type { components, paths } from './schema'

export type Schemas = components['schemas']
export type Tag = Schemas['Tag']
export type Batch = Schemas['Batch']
export type Wanted = Schemas['Wanted']
export type Crop = Schemas['Crop']
export type Way = Schemas['Way']
export type WaySheet = Schemas['WaySheet']
export type Stage = Schemas['Stage']
export type Learnt = Schemas['Learnt']
export type ZoneWeek = Schemas['ZoneWeek']
export type RailWeek = Schemas['RailWeek']
export type Nursery = Schemas['Nursery']
export type Session = Schemas['Session']

/** A refusal of the server: what is wrong, and with which field. */
export class Refusal extends Error {
  constructor(
    readonly code: string,
    readonly field: string,
    message: string,
    readonly theirs?: Record<string, unknown>,
  ) {
    super(message)
  }
}

export const api = createClient<paths>({
  baseUrl: '',
  headers: { Accept: 'application/json', 'Content-Type': 'application/json' },
})

/** Unwraps an answer, or throws its refusal. */
export async function answer<T>(asked: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  let got: Awaited<typeof asked>
  try {
    got = await asked
  } catch {
    throw new Refusal('offline', '', 'The server cannot be reached. Nothing was saved; what you typed is still here.')
  }
  if (got.data !== undefined && got.error === undefined) return got.data
  const told = (got.error as Schemas['Refusal'] | undefined)?.error
  throw new Refusal(
    told?.code ?? 'failed',
    told?.field ?? '',
    told?.message ?? `The server answered ${got.response.status}.`,
    told?.theirs,
  )
}
