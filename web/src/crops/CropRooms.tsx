import { Looks } from '../shell/Looks'

export const CropRooms = () => (
  <Looks
    of="Crops"
    looks={[
      ['/crops', 'Rates'],
      ['/crops/season', 'Season'],
      ['/crops/rules', 'House rules'],
    ]}
  />
)
