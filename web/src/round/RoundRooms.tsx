import { Looks } from '../shell/Looks'

export const RoundRooms = () => (
  <Looks
    of="The round"
    looks={[
      ['/round', 'Walk'],
      ['/round/key', 'Key'],
      ['/round/practice', 'Practice'],
    ]}
  />
)
