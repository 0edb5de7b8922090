import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { answer, api, post } from '../api/client'
import { useWrite } from '../api/writes'
import { type Entry, PlainForm } from '../forms/PlainForm'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { sayDay } from '../words'
import { MistRooms } from './MistRooms'
import { useProgrammes } from './Programmes'

/** Sensors and controllers that may say readings and ask for programmes. */
export function DevicesPage() {
  const { session } = useShown()
  const [token, setToken] = useState<string>()
  const read = useQuery({ queryKey: ['devices'], queryFn: () => answer(api.GET('/api/devices')) })
  const zones = useProgrammes()
  const letIn = useWrite((body: { name: string; zone: string }) =>
    post('/api/devices', { name: body.name, zone: body.zone === '' ? null : Number(body.zone) }),
  )
  const withdraw = useWrite((id: number) => answer(api.DELETE('/api/devices/{id}', { params: { path: { id } } })))
  if (!read.data || !zones.data) return <Unread of={[read, zones]} title="Devices" rooms={<MistRooms />} />
  const entries = [
    { name: 'name', label: 'Name', hint: 'as it is written on it' },
    {
      name: 'zone',
      label: 'Zone',
      start: '',
      choices: [
        { value: '', words: 'it names it itself' },
        ...zones.data.zones.map((zone) => ({ value: String(zone.id), words: zone.name })),
      ],
    },
  ] as const satisfies readonly Entry[]
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-x-4">
        <h1>Devices</h1>
        <MistRooms />
      </div>
      <p className="mb-4 max-w-3xl soft">
        A device says its readings to <code>/api/feed/readings</code> as a table or as JSON, and asks{' '}
        <code>/api/feed/programmes</code> how controllers are set, each time with its token. It can do nothing else.
      </p>
      {token !== undefined && (
        <p role="status" className="sheet mb-4 max-w-3xl p-3">
          {token === '' ? (
            'The answer was lost on its way, and a token is told once: withdraw this device and let it in again.'
          ) : (
            <>
              Its token, which is shown once: <code className="break-all">{token}</code>
            </>
          )}
        </p>
      )}
      <ul className="mb-6 max-w-3xl">
        {read.data.devices.map((device) => (
          <li key={device.id} className="flex flex-wrap items-center gap-x-3 border-t py-1 border-stone-wash">
            <span className="grow">
              <strong>{device.name}</strong>
              {device.zoneName && `, ${device.zoneName}`}
              <span className="soft">
                {device.withdrawn
                  ? ', its token opens nothing any more'
                  : device.seenAt
                    ? `, heard ${sayDay(device.seenAt.slice(0, 10), session.today)} ${device.seenAt.slice(11)}`
                    : ', not heard yet'}
              </span>
            </span>
            {!device.withdrawn && (
              <button
                type="button"
                className="act"
                aria-label={`Withdraw the token of ${device.name}`}
                disabled={withdraw.isPending}
                onClick={() => withdraw.mutate(device.id)}
              >
                Withdraw
              </button>
            )}
          </li>
        ))}
      </ul>
      {withdraw.error && (
        <p role="alert" className="refusal">
          {withdraw.error.message}
        </p>
      )}
      <div className="max-w-3xl">
        <PlainForm
          key={read.data.devices.length}
          title="Let a device in"
          entries={entries}
          button="Let it in"
          send={async (body) => {
            const kept = await letIn.mutateAsync(body)
            setToken(kept.token ?? '')
          }}
        />
      </div>
    </>
  )
}
