import { useMixes } from '../api/queries'
import { Unread } from '../shell/Unread'
import { MixingRooms } from './MixingRooms'
import { Parts } from './MixParts'
import { Named } from './NamedMixes'
import { Reckon } from './ReckonMix'

export function MixesPage() {
  const read = useMixes()
  const { data } = read
  if (!data) return <Unread of={read} title="Mixes" rooms={<MixingRooms />} />
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
