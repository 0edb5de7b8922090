import { lazy, Suspense } from 'react'
import { Navigate, Route, Routes } from 'react-router'
import { useSession } from '../api/queries'
import { Shell } from './Shell'
import { SignIn } from './SignIn'
import { WeekProvider } from './week'

const Batches = lazy(() => import('../batches/Batches').then((m) => ({ default: m.Batches })))
const BatchPage = lazy(() => import('../batches/BatchPage').then((m) => ({ default: m.BatchPage })))
const Bench = lazy(() => import('../bench/Bench').then((m) => ({ default: m.Bench })))
const Today = lazy(() => import('../today/Today').then((m) => ({ default: m.Today })))
const PlanBatch = lazy(() => import('../plan/PlanBatch').then((m) => ({ default: m.PlanBatch })))
const Fill = lazy(() => import('../bench/Fill').then((m) => ({ default: m.Fill })))
const WorkList = lazy(() => import('../bench/WorkList').then((m) => ({ default: m.WorkList })))
const LayOut = lazy(() => import('../bench/LayOut').then((m) => ({ default: m.LayOut })))
const Stock = lazy(() => import('../stock/Stock').then((m) => ({ default: m.Stock })))
const Crops = lazy(() => import('../crops/Crops').then((m) => ({ default: m.Crops })))
const Orders = lazy(() => import('../wanted/Orders').then((m) => ({ default: m.Orders })))
const Setup = lazy(() => import('./Setup').then((m) => ({ default: m.Setup })))
const SeasonPlan = lazy(() => import('../plan/SeasonPlan').then((m) => ({ default: m.SeasonPlan })))
const Round = lazy(() => import('../round/Round').then((m) => ({ default: m.Round })))
const RootKey = lazy(() => import('../round/RootKey').then((m) => ({ default: m.RootKey })))
const Practice = lazy(() => import('../round/Practice').then((m) => ({ default: m.Practice })))
const Queue = lazy(() => import('../potting/Queue').then((m) => ({ default: m.Queue })))
const WeekBoard = lazy(() => import('../potting/WeekBoard').then((m) => ({ default: m.WeekBoard })))
const Lots = lazy(() => import('../potting/Lots').then((m) => ({ default: m.Lots })))
const LotPage = lazy(() => import('../potting/LotPage').then((m) => ({ default: m.LotPage })))
const Wait = lazy(() => import('../batches/Wait').then((m) => ({ default: m.Wait })))
const Draft = lazy(() => import('../plan/Draft').then((m) => ({ default: m.Draft })))
const Shopping = lazy(() => import('../plan/Shopping').then((m) => ({ default: m.Shopping })))
const Versions = lazy(() => import('../plan/Versions').then((m) => ({ default: m.Versions })))
const RoutesPage = lazy(() => import('../wanted/RoutesPage').then((m) => ({ default: m.RoutesPage })))
const Settings = lazy(() => import('../nursery/Settings').then((m) => ({ default: m.Settings })))
const CrewForm = lazy(() => import('../nursery/CrewForm').then((m) => ({ default: m.CrewForm })))
const AirForm = lazy(() => import('../nursery/AirForm').then((m) => ({ default: m.AirForm })))
const TraysForm = lazy(() => import('../nursery/TraysForm').then((m) => ({ default: m.TraysForm })))
const DaySheet = lazy(() => import('../mixing/DaySheet').then((m) => ({ default: m.DaySheet })))
const MixesPage = lazy(() => import('../mixing/MixesPage').then((m) => ({ default: m.MixesPage })))
const DipsPage = lazy(() => import('../mixing/DipsPage').then((m) => ({ default: m.DipsPage })))
const CleanPage = lazy(() => import('../mixing/CleanPage').then((m) => ({ default: m.CleanPage })))
const Labels = lazy(() => import('../mixing/Labels').then((m) => ({ default: m.Labels })))
const CropPage = lazy(() => import('../crops/CropPage').then((m) => ({ default: m.CropPage })))
const SeasonSheet = lazy(() => import('../crops/SeasonSheet').then((m) => ({ default: m.SeasonSheet })))
const HouseRules = lazy(() => import('../crops/HouseRules').then((m) => ({ default: m.HouseRules })))
const BlockPage = lazy(() => import('../stock/BlockPage').then((m) => ({ default: m.BlockPage })))
const Inspections = lazy(() => import('../stock/Inspections').then((m) => ({ default: m.Inspections })))
const Licences = lazy(() => import('../stock/Licences').then((m) => ({ default: m.Licences })))
const TakeSheet = lazy(() => import('../stock/TakeSheet').then((m) => ({ default: m.TakeSheet })))

/** Who is here decides what is shown: the first start, the door, or the house. */
export function App() {
  const { data: session, error } = useSession()
  if (error) return <p className="refusal p-6">{error.message}</p>
  if (!session) return null
  if (session.needsSetup)
    return (
      <Suspense>
        <Setup />
      </Suspense>
    )
  if (!session.account) return <SignIn />
  return (
    <WeekProvider session={session}>
      <Shell>
        <Suspense>
          <Routes>
            <Route path="/" element={<Today />} />
            <Route path="/round" element={<Round />} />
            <Route path="/round/key" element={<RootKey />} />
            <Route path="/round/practice" element={<Practice />} />
            <Route path="/potting" element={<Queue />} />
            <Route path="/potting/weeks" element={<WeekBoard />} />
            <Route path="/potting/lots" element={<Lots />} />
            <Route path="/potting/lots/:code" element={<LotPage />} />
            <Route path="/wanted" element={<Orders />} />
            <Route path="/wanted/:id/routes" element={<RoutesPage />} />
            <Route path="/wanted/:id/plan" element={<PlanBatch />} />
            <Route path="/batches" element={<Batches />} />
            <Route path="/batches/season" element={<SeasonPlan />} />
            <Route path="/batches/draft" element={<Draft />} />
            <Route path="/batches/shopping" element={<Shopping />} />
            <Route path="/batches/versions" element={<Versions />} />
            <Route path="/batches/:code/wait" element={<Wait />} />
            <Route path="/batches/:code" element={<BatchPage />} />
            <Route path="/bench" element={<Bench />} />
            <Route path="/bench/fill" element={<Fill />} />
            <Route path="/bench/work" element={<WorkList />} />
            <Route path="/bench/lay" element={<LayOut />} />
            <Route path="/mixing" element={<DaySheet />} />
            <Route path="/mixing/mixes" element={<MixesPage />} />
            <Route path="/mixing/dips" element={<DipsPage />} />
            <Route path="/mixing/clean" element={<CleanPage />} />
            <Route path="/mixing/labels" element={<Labels />} />
            <Route path="/stock" element={<Stock />} />
            <Route path="/stock/inspections" element={<Inspections />} />
            <Route path="/stock/rights" element={<Licences />} />
            <Route path="/stock/take" element={<TakeSheet />} />
            <Route path="/stock/:code" element={<BlockPage />} />
            <Route path="/crops" element={<Crops />} />
            <Route path="/crops/season" element={<SeasonSheet />} />
            <Route path="/crops/rules" element={<HouseRules />} />
            <Route path="/crops/:slug" element={<CropPage />} />
            <Route path="/nursery" element={<Settings />} />
            <Route path="/nursery/hands" element={<CrewForm />} />
            <Route path="/nursery/trays" element={<TraysForm />} />
            <Route path="/nursery/air" element={<AirForm />} />
            <Route path="*" element={<Navigate to="/" replace />} />
          </Routes>
        </Suspense>
      </Shell>
    </WeekProvider>
  )
}
