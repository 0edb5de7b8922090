import { QueryClient, queryOptions, skipToken, useQuery, useQueryClient } from '@tanstack/react-query'
import { kept } from '../round/device'
import { answer, api, post, Refusal, type Schemas, type Session, type Typed, whenSignedOut } from './client'
import { forgetRead } from './sending'

/** Others have such long work done just now, which is done one at a time. */
export const isItsTurnLater = (error: unknown) => error instanceof Refusal && error.code === 'one_at_a_time'

export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 15_000,
      // Where long work waits for its turn, it asks again until it is its turn.
      retry: (times, error) => isItsTurnLater(error) || (!(error instanceof Refusal && error.code !== 'offline') && times < 2),
      retryDelay: (times, error) => (isItsTurnLater(error) ? 1500 : Math.min(1000 * 2 ** times, 30_000)),
    },
    mutations: { retry: (_, error) => isItsTurnLater(error), retryDelay: 1500 },
  },
})

/** All that is read, but for who is here. */
export const BUT_WHO_IS_HERE = { predicate: ({ queryKey }: { queryKey: readonly unknown[] }) => queryKey[0] !== 'session' }

/** What one person typed, sent or read is not for the next one on this device. */
export function forgetPerson() {
  sessionStorage.clear()
  forgetRead()
  queryClient.removeQueries(BUT_WHO_IS_HERE)
}

/** Who is here; without a network, who was here last on this device. */
async function whoIsHere(): Promise<Session> {
  try {
    return await answer(api.GET('/api/session'))
  } catch (error) {
    const last = error instanceof Refusal && error.code === 'offline' ? await kept<Session>('session') : undefined
    if (last) return last
    throw error
  }
}

const session = queryOptions({ queryKey: ['session'], queryFn: whoIsHere, staleTime: 60_000, networkMode: 'always' })
export const useSession = () => useQuery(session)
whenSignedOut(() => queryClient.invalidateQueries({ queryKey: session.queryKey }))
/** Asks who is here before anything is drawn; and once that is known, for what Today is made of, where that is to be drawn. */
export async function askWhoIsHere(address: string): Promise<void> {
  const here = await queryClient.fetchQuery(session).catch(() => null)
  if (address !== '/' || !here?.account || here.account.mustChange) return
  queryClient.prefetchQuery(rail)
  queryClient.prefetchQuery(day(here.week))
  queryClient.prefetchQuery(bench(here.week))
}
const rail = queryOptions({ queryKey: ['rail'], queryFn: () => answer(api.GET('/api/rail')) })
export const useRail = () => useQuery(rail)
const day = (week: string) =>
  queryOptions({
    queryKey: ['day', week],
    queryFn: ({ signal }) => answer(api.GET('/api/day', { params: { query: { week } }, signal })),
  })
export const useDay = (week: string) => useQuery({ ...day(week), placeholderData: (old) => old })
const bench = (week: string) =>
  queryOptions({
    queryKey: ['bench', week],
    queryFn: ({ signal }) => answer(api.GET('/api/bench', { params: { query: { week } }, signal })),
  })
export const useBench = (week: string) => useQuery({ ...bench(week), placeholderData: (old) => old })
/** A batch taken up to be laid elsewhere: its trays, or the pots that it will fill; or a lot. */
export interface Carried {
  code: string
  /** The version that was seen. */
  version: number
  inPots: boolean
  /** Whether it stands there already: then it may have been carried on a day before today. */
  isStuck?: boolean
  /** Whether it is a lot, which stands in its pots. */
  isLot?: boolean
  /** Pots set apart or not; as they are, where it is not said. */
  spaced?: boolean
}

const benchOffers = (carried: Omit<Carried, 'version'> | null) => ({
  queryKey: ['bench-offers', carried?.code, carried?.inPots, carried?.spaced],
  queryFn: () =>
    answer(
      api.GET('/api/bench/offers', {
        params: {
          query: {
            batch: carried?.code ?? '',
            ...(carried?.inPots && { pots: '1' }),
            ...(carried?.spaced !== undefined && { spaced: carried.spaced ? '1' : '0' }),
          },
        },
      }),
    ),
})
export const useBenchOffers = (carried: Omit<Carried, 'version'> | null) =>
  useQuery({ ...benchOffers(carried), enabled: carried !== null })
/** Asks what the zones would say before a batch is taken up, so that dragging it never waits. */
export function useOffersAhead() {
  const client = useQueryClient()
  return (carried: Carried) => client.prefetchQuery(benchOffers(carried))
}
export const useZoneSeason = (id: number, week: string) =>
  useQuery({
    queryKey: ['zone-season', id, week],
    queryFn: ({ signal }) => answer(api.GET('/api/zones/{id}/season', { params: { path: { id }, query: { week } }, signal })),
    placeholderData: (old) => (old?.zone.id === id ? old : undefined),
  })
export const useBenchWork = (week: string) =>
  useQuery({
    queryKey: ['bench-work', week],
    queryFn: ({ signal }) => answer(api.GET('/api/bench/work', { params: { query: { week } }, signal })),
    placeholderData: (old) => old,
  })
export const useStock = (week: string) =>
  useQuery({
    queryKey: ['stock', week],
    queryFn: ({ signal }) => answer(api.GET('/api/stock', { params: { query: { week } }, signal })),
    placeholderData: (old) => old,
  })
/** What is wanted from the running season on; or in one that is over, by its year or by an order of it. */
export const useWanted = (of: { season?: number; order?: number }) =>
  useQuery({
    queryKey: ['wanted', of],
    queryFn: ({ signal }) => answer(api.GET('/api/wanted', { params: { query: of }, signal })),
    placeholderData: (old) => old,
  })
/** Batches that are there, and those that were to be ready since a day; null for all there ever were. */
export const useBatches = (since: string | null) =>
  useQuery({
    queryKey: ['batches', since],
    queryFn: () => answer(api.GET('/api/batches', { params: { query: since === null ? {} : { since } } })),
    placeholderData: (old) => old,
  })
export const useBatch = (code: string) =>
  useQuery({
    queryKey: ['batch', code],
    queryFn: () => answer(api.GET('/api/batches/{code}', { params: { path: { code } } })),
  })
export const useRootCurve = (code: string) =>
  useQuery({
    queryKey: ['root-curve', code],
    queryFn: () => answer(api.GET('/api/batches/{code}/curve', { params: { path: { code } } })),
  })
export const useWait = (code: string, query: { line: number; value?: number; loss?: number }) =>
  useQuery({
    queryKey: ['wait', code, query],
    queryFn: () => answer(api.GET('/api/batches/{code}/wait', { params: { path: { code }, query } })),
    placeholderData: (old) => (old?.code === code ? old : undefined),
  })
export const useCrops = () => useQuery({ queryKey: ['crops'], queryFn: () => answer(api.GET('/api/crops')) })
export const useCrop = (slug: string) =>
  useQuery({ queryKey: ['crop', slug], queryFn: () => answer(api.GET('/api/crops/{slug}', { params: { path: { slug } } })) })
export const useRemedies = (id: number) =>
  useQuery({
    queryKey: ['remedies', id],
    queryFn: () => answer(api.GET('/api/wanted/{id}/remedies', { params: { path: { id } } })),
  })
export const useSeason = (week: string) =>
  useQuery({
    queryKey: ['season', week],
    queryFn: ({ signal }) => answer(api.GET('/api/season', { params: { query: { week } }, signal })),
    placeholderData: (old) => old,
  })
export const usePatterns = () =>
  useQuery({ queryKey: ['patterns'], queryFn: () => answer(api.GET('/api/patterns')), staleTime: 60_000 })
export const useHouseRules = () => useQuery({ queryKey: ['house-rules'], queryFn: () => answer(api.GET('/api/house-rules')) })
export const useBlock = (code: string, week: string) =>
  useQuery({
    queryKey: ['block', code, week],
    queryFn: ({ signal }) => answer(api.GET('/api/stock/{code}', { params: { path: { code }, query: { week } }, signal })),
    placeholderData: (old) => old,
  })
export const useLicences = () => useQuery({ queryKey: ['licences'], queryFn: () => answer(api.GET('/api/licences')) })
export const useTakeSheet = (query: { batches?: string; day?: string }) =>
  useQuery({ queryKey: ['take-sheet', query], queryFn: () => answer(api.GET('/api/take-sheets', { params: { query } })) })
export const useCustomers = () => useQuery({ queryKey: ['customers'], queryFn: () => answer(api.GET('/api/customers')) })
export const useChoices = () =>
  useQuery({ queryKey: ['choices'], queryFn: () => answer(api.GET('/api/choices')), staleTime: 60_000 })
export const useFound = (q: string) =>
  useQuery({
    queryKey: ['find', q],
    queryFn: () => answer(api.GET('/api/find', { params: { query: { q } } })),
    enabled: q.trim() !== '',
    placeholderData: (old) => old,
  })

export const usePlan = () => useQuery({ queryKey: ['plan'], queryFn: () => answer(api.GET('/api/plan')) })
export const useChances = () => useQuery({ queryKey: ['chances'], queryFn: () => answer(api.GET('/api/plan/chances')) })
export const useEven = (asked: boolean) =>
  useQuery({ queryKey: ['even'], queryFn: () => answer(api.GET('/api/plan/even')), enabled: asked })
export const useDraft = (anew: boolean) =>
  useQuery({ queryKey: ['draft', anew], queryFn: () => answer(api.POST('/api/plan/draft', { body: { anew } })) })
export const useCopies = () => useQuery({ queryKey: ['copies'], queryFn: () => answer(api.GET('/api/copies')) })
/** The long work that is running, asked for while somebody waits for theirs. */
export const useLong = (waiting: boolean) =>
  useQuery({
    queryKey: ['long'],
    queryFn: () => answer(api.GET('/api/long')),
    enabled: waiting,
    refetchInterval: waiting ? 1000 : false,
    staleTime: 0,
    gcTime: 0,
  })
export const useShopping = () => useQuery({ queryKey: ['shopping'], queryFn: () => answer(api.GET('/api/plan/shopping')) })
export const useVersions = () => useQuery({ queryKey: ['versions'], queryFn: () => answer(api.GET('/api/plan/versions')) })
export const useVersion = (id: number) =>
  useQuery({
    queryKey: ['version', id],
    queryFn: () => answer(api.GET('/api/plan/versions/{id}', { params: { path: { id } } })),
  })
export const useRoutes = (id: number) =>
  useQuery({
    queryKey: ['routes', id],
    queryFn: () => answer(api.GET('/api/wanted/{id}/routes', { params: { path: { id } } })),
  })
export const useCrew = () => useQuery({ queryKey: ['crew'], queryFn: () => answer(api.GET('/api/crew')) })
export const useHabits = () => useQuery({ queryKey: ['house-defaults'], queryFn: () => answer(api.GET('/api/house-defaults')) })
export const useMixes = () => useQuery({ queryKey: ['mixes'], queryFn: () => answer(api.GET('/api/mixes')) })
export const useDips = () => useQuery({ queryKey: ['dips'], queryFn: () => answer(api.GET('/api/dips')) })
export const useDaySheet = (day: string, hands: number | null) =>
  useQuery({
    queryKey: ['day-sheet', day, hands],
    queryFn: () => answer(api.GET('/api/day-sheet', { params: { query: { day, hands: hands ?? undefined } } })),
    placeholderData: (old) => old,
  })
export interface LabelAsk {
  dip?: number
  batches?: string
  day?: string
  layout?: string
  skip?: number
  each?: 'tray' | 'batch'
}
export const useLabels = (query: LabelAsk) =>
  useQuery({
    queryKey: ['labels', query],
    queryFn: () => answer(api.GET('/api/labels', { params: { query } })),
    placeholderData: (old) => old,
  })
/** Both strengths that "so many to one" may mean. */
export const useReadings = (ppm: number, parts: number) =>
  useQuery({
    queryKey: ['readings', ppm, parts],
    queryFn: () =>
      post('/api/compute/{name}', { stockPpm: ppm, parts }, { name: 'dilution_ratio' }) as Promise<{
        ppmOneInTotal: number
        ppmOneToParts: number
      }>,
    enabled: ppm > 0 && ppm <= 1e6 && parts >= 1 && parts <= 1e6,
    placeholderData: (old) => old,
  })
export const useTrays = () => useQuery({ queryKey: ['trays'], queryFn: () => answer(api.GET('/api/trays')) })
export const useAir = () => useQuery({ queryKey: ['air'], queryFn: () => answer(api.GET('/api/air')) })
export const usePotting = () => useQuery({ queryKey: ['potting'], queryFn: () => answer(api.GET('/api/potting')) })
export const usePottingFill = (asked: boolean) =>
  useQuery({ queryKey: ['potting-fill'], queryFn: () => answer(api.GET('/api/potting/fill')), enabled: asked })
/** What it would mean to pot a batch in a week; null where nothing is asked. */
export const usePottingAsk = (ask: { code: string; week: string } | null) =>
  useQuery({
    queryKey: ['potting-ask', ask],
    queryFn: () => answer(api.GET('/api/potting/ask', { params: { query: { code: ask?.code ?? '', week: ask?.week ?? '' } } })),
    enabled: ask !== null,
  })
export const usePotJob = (code: string, query: { line: number; pots?: number; pot?: number }) =>
  useQuery({
    queryKey: ['pot-job', code, query],
    queryFn: () => answer(api.GET('/api/batches/{code}/job', { params: { path: { code }, query } })),
    placeholderData: (old) => (old?.code === code ? old : undefined),
  })
/** What potting on needs on the bench; nothing is asked before the pot is chosen. */
export const usePotOnWork = (code: string, query: { pot: number; pots: number } | null) =>
  useQuery({
    queryKey: ['pot-on', code, query],
    queryFn: () =>
      answer(api.GET('/api/lots/{code}/pot-on', { params: { path: { code }, query: query ?? { pot: 0, pots: 0 } } })),
    enabled: query !== null,
    placeholderData: (old) => (old?.code === code ? old : undefined),
  })
/** Whether a count adds up so far. */
export const useCountTried = (code: string, body: Typed<'post', '/api/batches/{code}/count/try'> | null) =>
  useQuery({
    queryKey: ['count-tried', code, body],
    queryFn: body ? () => post('/api/batches/{code}/count/try', body, { code }) : skipToken,
    placeholderData: (old) => old,
  })
/** What the plants lifted so far say. */
export const useJudged = (code: string, line: number, stages: Schemas['Stages'], trays: number) =>
  useQuery({
    queryKey: ['judged', code, line, stages, trays],
    queryFn: ({ signal }) =>
      answer(api.POST('/api/batches/{code}/checks/try', { params: { path: { code } }, body: { line, stages, trays }, signal })),
    placeholderData: (old) => old,
  })
export const useTroubles = () => useQuery({ queryKey: ['troubles'], queryFn: () => answer(api.GET('/api/troubles')) })
/** Names of zones in which something was found that nobody has dealt with. */
export const useTroubledZones = (): ReadonlySet<string> =>
  new Set(
    useTroubles()
      .data?.troubles.filter((one) => one.seen !== 'fine')
      .map((one) => one.zone),
  )
export const useLots = () => useQuery({ queryKey: ['lots'], queryFn: () => answer(api.GET('/api/lots')) })
export const useLot = (code: string) =>
  useQuery({ queryKey: ['lot', code], queryFn: () => answer(api.GET('/api/lots/{code}', { params: { path: { code } } })) })
/** How far a nursery has come that begins; asked only where there is nothing yet. */
export const useFirstSteps = (isAsked = true) =>
  useQuery({ queryKey: ['first-steps'], queryFn: () => answer(api.GET('/api/first-steps')), enabled: isAsked })
export const usePractice = () =>
  useQuery({ queryKey: ['practice'], queryFn: () => answer(api.GET('/api/practice')), staleTime: Number.POSITIVE_INFINITY })
/** What would become of one batch moved so; what was asked before stays until the answer is there, and is asked no more. */
export const useTrial = (move: Schemas['Move'] | null) =>
  useQuery({
    queryKey: ['trial', move],
    queryFn: ({ signal }) => answer(api.POST('/api/plan/moves/try', { body: { moves: move ? [move] : [] }, signal })),
    enabled: move !== null,
    placeholderData: (old) => old,
  })
