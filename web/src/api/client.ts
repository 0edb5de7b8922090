import createClient from 'openapi-fetch'
import { Refusal } from './refusal'
import type { components, paths } from './schema'
import { send } from './sending'

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

export { Refusal }

export const api = createClient<paths>({
  baseUrl: '',
  fetch: send,
  headers: { Accept: 'application/json', 'Content-Type': 'application/json' },
})

let heardSignedOut = () => {}
/** Calls back where an answer says that nobody is signed in any more. */
export const whenSignedOut = (listener: () => void) => {
  heardSignedOut = listener
}

/** Unwraps an answer, or throws its refusal. */
export async function answer<T>(asked: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  let got: Awaited<typeof asked>
  try {
    got = await asked
  } catch (lost) {
    throw lost instanceof Refusal
      ? lost
      : new Refusal('offline', '', 'The server cannot be reached. What you typed is still here.')
  }
  if (got.data !== undefined && got.error === undefined) return got.data
  const told = (got.error as Schemas['Refusal'] | undefined)?.error
  if (told?.code === 'not_signed_in') heardSignedOut()
  throw new Refusal(
    told?.code ?? 'failed',
    told?.field ?? '',
    told?.message ?? `The server answered ${got.response.status}.`,
    told?.theirs,
    told?.label,
    got.response.status,
  )
}

type Verb = 'post' | 'put'
type Json<T> = T extends { content: { 'application/json': infer B } } ? B : never
type Body<V extends Verb, P extends keyof paths> =
  paths[P] extends Record<V, { requestBody?: infer R }> ? Json<NonNullable<R>> : never
type Answered<V extends Verb, P extends keyof paths> =
  paths[P] extends Record<V, { responses: infer R }> ? Json<R[keyof R & (200 | 201)]> : never
type At<V extends Verb, P extends keyof paths> = paths[P] extends Record<V, { parameters: { path: infer A } }> ? A : undefined
/** Addresses that are written to so. */
export type Written<V extends Verb> = { [P in keyof paths]: Body<V, P> extends never ? never : P }[keyof paths]

/** As a person typed it: what belongs in a field is text as long as it is no number, and the server says what is wrong with it. */
type AsTyped<T> = T extends number
  ? number | string
  : T extends string
    ? string
    : T extends readonly (infer E)[]
      ? AsTyped<E>[]
      : T extends object
        ? { [K in keyof T]: AsTyped<T[K]> }
        : T
/** The body of a write as it is typed into its form. */
export type Typed<V extends Verb, P extends Written<V>> = AsTyped<Body<V, P>>

const written = (verb: Verb, path: string, body: unknown, at: unknown) =>
  // The one place where what was typed goes out as the contract has it; the server judges it field by field.
  answer(api.request(verb.toUpperCase() as never, path as never, { params: { path: at }, body } as never) as never)

/** Sends what was typed, as a new thing or an act. */
export const post = <P extends Written<'post'>>(path: P, body: Typed<'post', P>, at?: At<'post', P>) =>
  written('post', path, body, at) as Promise<Answered<'post', P>>
/** Sends what was typed, over what is there. */
export const put = <P extends Written<'put'>>(path: P, body: Typed<'put', P>, at?: At<'put', P>) =>
  written('put', path, body, at) as Promise<Answered<'put', P>>
