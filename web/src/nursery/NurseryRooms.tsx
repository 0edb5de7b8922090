import { Looks } from '../shell/Looks'

export const NurseryRooms = () => (
  <Looks
    of="The nursery"
    looks={[
      ['/nursery', 'Settings'],
      ['/nursery/habits', 'Habits'],
      ['/nursery/people', 'People'],
      ['/nursery/hands', 'Hands'],
      ['/nursery/air', 'Air'],
      ['/nursery/trays', 'Trays and pots'],
      ['/nursery/history', 'History'],
    ]}
  />
)
