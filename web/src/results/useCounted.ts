import { useSearchParams } from 'react-router'
import { useCrops } from '../api/queries'

/** The crops of which anything is counted, and the one that is looked at: kept in the address, and at first that with most batches. */
export function useCounted() {
  const [params, setParams] = useSearchParams()
  const crops = useCrops()
  const counted = (crops.data?.crops ?? []).filter((crop) => crop.counted > 0)
  const most = [...counted].sort((a, b) => b.counted - a.counted)[0]
  const choose = (what: Record<string, string>) =>
    setParams((now) => ({ ...Object.fromEntries(now), ...what }), { replace: true })
  return { params, setParams, crops, counted, slug: params.get('crop') ?? most?.slug, choose }
}
