import { Looks } from '../shell/Looks'

export const CropRooms = () => (
  <Looks
    of="Crops"
    looks={[
      ['/crops', 'Rates'],
      ['/results', 'Results'],
      ['/crops/season', 'Season'],
      ['/crops/rules', 'House rules'],
    ]}
  />
)
