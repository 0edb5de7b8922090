import { type DBSchema, type IDBPDatabase, openDB } from 'idb'
import type { Schemas } from '../api/client'

/** One look as it was logged on this device, until the server has it. */
export interface Look {
  /** In the order in which it was logged. */
  n?: number
  key: string
  code: string
  line: number
  crop: string
  seen: Schemas['Seen']
  share?: number
  culled?: number
  note?: string
  photo?: string
  /** A few that were lifted, by how far their roots are. */
  stages?: Schemas['Stages']
  /** Out of how many they were lifted. */
  trays?: number
  at: string
  /** The day on which it was seen, where that is another than the one on which it is logged. */
  on?: string
  /** Who saw it: on a telephone that several use it stays theirs. */
  by?: { id: number; name: string }
  /** How often it was sent without being kept or refused, and the moment before which it is not sent again. */
  tries?: number
  after?: number
  /** Why the server would not have it; a person has to settle it. */
  refused?: string
}

interface Kept extends DBSchema {
  kept: { key: string; value: unknown }
  looks: { key: number; value: Look }
}

let opened: Promise<IDBPDatabase<Kept>> | undefined

const open = () => {
  opened ??= openDB<Kept>('wet-cradle', 1, {
    upgrade(db) {
      db.createObjectStore('kept')
      db.createObjectStore('looks', { keyPath: 'n', autoIncrement: true })
    },
  })
  return opened
}

/** Keeps something on the device; a device that keeps nothing (a private window) is worked with all the same. */
export async function keep(name: string, value: unknown): Promise<void> {
  try {
    await (await open()).put('kept', value, name)
  } catch {
    opened = undefined
  }
}

export async function kept<T>(name: string): Promise<T | undefined> {
  try {
    return (await (await open()).get('kept', name)) as T | undefined
  } catch {
    return undefined
  }
}

/** By what name the browser is asked to send looks when the network is back. */
export const SEND = 'looks'

interface Sends {
  sync?: { register(tag: string): Promise<void> }
}

/** Asks the browser to send what waits also when the app is closed; one that cannot do that sends while it is open. */
async function askToSend(): Promise<void> {
  const worker = (await globalThis.navigator?.serviceWorker?.getRegistration?.()) as Sends | undefined
  await worker?.sync?.register(SEND)
}

/** Keeps a look, or throws where the device has no room for it. What is kept is asked to stay when the device runs short. */
export const addLook = async (look: Look): Promise<void> => {
  await (await open()).add('looks', look)
  await globalThis.navigator?.storage?.persist?.().catch(() => false)
  await askToSend().catch(() => undefined)
}

/** Looks that the server does not have yet, in their order. */
export async function looksKept(): Promise<Look[]> {
  try {
    return await (await open()).getAll('looks')
  } catch {
    return []
  }
}

export const putLook = async (look: Look): Promise<void> => {
  await (await open()).put('looks', look)
}

export const dropLook = async (n: number): Promise<void> => {
  await (await open()).delete('looks', n)
}
