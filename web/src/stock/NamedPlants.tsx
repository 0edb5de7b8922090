import { useState } from 'react'
import { answer, api, post, Refusal, type Schemas, type Typed } from '../api/client'
import { useWrite } from '../api/writes'
import { PlainForm } from '../forms/PlainForm'
import { AsTable } from '../shell/AsTable'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'

type Plant = Schemas['BlockPage']['named'][number]

/** A plant seen from above; females and males by their old signs, so that colour is not needed. */
function Seen({ sex }: { sex: Plant['sex'] }) {
  return (
    <svg viewBox="0 0 30 34" width="30" height="34" aria-hidden="true">
      <path
        d="M15 2c5 1 4 4 8 4s4 5 4 9-3 5-4 8-5 2-8 4-5-2-8-3-2-5-4-8 1-6 2-9 5-1 10-5z"
        fill="var(--leaf-wash)"
        stroke="var(--leaf)"
        strokeWidth="1.5"
      />
      {sex && (
        <text x="15" y="20" fontSize="15" textAnchor="middle" fill="var(--peat)">
          {sex === 'female' ? '♀' : '♂'}
        </text>
      )}
    </svg>
  )
}

/** Plants that matter one by one, row by row as they stand. */
export function NamedPlants({ block }: { block: Schemas['BlockPage'] }) {
  const { mayPlan } = useShown()
  const [adding, setAdding] = useState(false)
  const add = useWrite((body: Typed<'post', '/api/stock/{code}/plants'>) =>
    post('/api/stock/{code}/plants', body, { code: block.code }),
  )
  const remove = useWrite((plant: Plant) =>
    answer(api.DELETE('/api/stock/{code}/plants/{id}', { params: { path: { code: block.code, id: plant.id } } })),
  )
  const rows = [...new Set(block.named.map((plant) => plant.row))]
  if (!mayPlan && rows.length === 0) return null
  return (
    <section className="min-w-0">
      <div className="flex items-baseline gap-4">
        <h2 className="mb-1">Plants one by one</h2>
        {rows.length > 0 && (
          <AsTable
            name={`plants of ${block.code}`}
            heads={['label', 'block', 'row', 'sex', 'note']}
            rows={() => block.named.map((one) => [one.label, block.code, one.row, one.sex, one.note])}
          />
        )}
      </div>
      {rows.length === 0 && (
        <p className="text-sm soft">Enter plants singly where it matters which gave: wild parents, females and males.</p>
      )}
      {rows.map((row) => (
        <div key={row} className="mb-2">
          <h3 className="text-sm font-semibold">{row}</h3>
          <ul className="flex flex-wrap gap-1">
            {block.named
              .filter((plant) => plant.row === row)
              .map((plant) => (
                <li
                  key={plant.id}
                  className="flex w-20 flex-col items-center text-center text-[13px]"
                  title={plant.note ?? undefined}
                >
                  <Seen sex={plant.sex} />
                  {plant.label}
                  {plant.sex && <span className="sr-only">, {plant.sex}</span>}
                  {mayPlan && (
                    <button
                      type="button"
                      className="min-h-8 cursor-pointer underline"
                      aria-label={`Take ${plant.label} out`}
                      onClick={() =>
                        remove.mutateAsync(plant).then(() =>
                          say(`${plant.label} is out of ${block.code}.`, () =>
                            add.mutateAsync({
                              label: plant.label,
                              row: plant.row,
                              sex: plant.sex ?? '',
                              note: plant.note ?? '',
                            }),
                          ),
                        )
                      }
                    >
                      out
                    </button>
                  )}
                </li>
              ))}
          </ul>
        </div>
      ))}
      {mayPlan && (
        <button type="button" className="act" aria-expanded={adding} onClick={() => setAdding(!adding)}>
          {adding ? 'Close' : 'Enter a plant'}
        </button>
      )}
      {adding && (
        <div className="sheet mt-2 p-3">
          <PlainForm
            key={block.named.length}
            title="New plant"
            button="Enter it"
            entries={[
              { name: 'label', label: 'Label', hint: 'unique in the nursery' },
              { name: 'row', label: 'Row', start: rows.at(-1) ?? 'row 1' },
              {
                name: 'sex',
                label: 'Sex',
                choices: [
                  { value: '', words: 'does not matter' },
                  { value: 'female', words: 'female' },
                  { value: 'male', words: 'male' },
                ],
              },
              { name: 'note', label: 'Note' },
            ]}
            send={async (body) => {
              try {
                await add.mutateAsync(body)
                say(`${body.label} stands in ${block.code}.`)
              } catch (refusal) {
                if (refusal instanceof Refusal) throw refusal
              }
            }}
          />
        </div>
      )}
    </section>
  )
}
