import { useDips } from '../api/queries'
import { Unread } from '../shell/Unread'
import { plural } from '../words'
import { Log } from './DipLog'
import { Shelf } from './HormoneShelf'
import { MakeDip } from './MakeDip'
import { MixingRooms } from './MixingRooms'

export function DipsPage() {
  const read = useDips()
  const { data } = read
  if (!data) return <Unread of={read} title="Dips" rooms={<MixingRooms />} />
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>Dips</h1>
        <MixingRooms />
        {data && (
          <span className="soft">
            {plural(data.stocks.filter((stock) => stock.discardedOn === null && !stock.isOld).length, 'hormone')} fit to use
          </span>
        )}
      </div>
      {data && (
        <>
          {data.stocks.some((stock) => stock.discardedOn === null) ? (
            <MakeDip stocks={data.stocks} />
          ) : (
            <p className="soft">Nothing is on the shelf yet. Add a hormone with what its label says.</p>
          )}
          <Shelf stocks={data.stocks} />
          <Log made={data.made} />
        </>
      )}
    </>
  )
}
