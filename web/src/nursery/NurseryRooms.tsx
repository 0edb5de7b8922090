import { Looks } from '../shell/Looks'
import { useShown } from '../shell/week'

export function NurseryRooms() {
  const { mayPlan } = useShown()
  return (
    <Looks
      of="The nursery"
      looks={[
        ['/nursery', 'Settings'],
        ['/nursery/habits', 'Habits'],
        ['/nursery/people', 'People'],
        ['/nursery/hands', 'Hands'],
        ['/nursery/air', 'Air'],
        ['/nursery/trays', 'Trays and pots'],
        ...(mayPlan
          ? ([
              ['/nursery/records', 'Records'],
              ['/nursery/history', 'History'],
              ['/nursery/copies', 'Copies'],
            ] as const)
          : []),
      ]}
    />
  )
}
