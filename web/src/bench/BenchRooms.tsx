import { Looks } from '../shell/Looks'

export const BenchRooms = () => (
  <Looks
    of="Bench"
    looks={[
      ['/bench', 'The house'],
      ['/bench/fill', 'Fill'],
      ['/bench/work', 'Work list'],
      ['/bench/mist', 'Mist'],
      ['/bench/lay', 'Lay out'],
    ]}
  />
)
