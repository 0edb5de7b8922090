import { useMixes } from '../api/queries'
import { MixingRooms } from './MixingRooms'
import { Parts } from './MixParts'
import { Named } from './NamedMixes'
import { Reckon } from './ReckonMix'

export function MixesPage() {
  const { data } = useMixes()
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>Mixes</h1>
        <MixingRooms />
      </div>
      {data && (
        <>
          <Reckon data={data} />
          <Named mixes={data.mixes} parts={data.parts} />
          <Parts parts={data.parts} />
        </>
      )}
    </>
  )
}
