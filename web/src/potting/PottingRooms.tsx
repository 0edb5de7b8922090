import { Looks } from '../shell/Looks'

export const PottingRooms = () => (
  <Looks
    of="Potting"
    looks={[
      ['/potting', 'Queue'],
      ['/potting/weeks', 'Week board'],
      ['/potting/lots', 'Lots'],
    ]}
  />
)
