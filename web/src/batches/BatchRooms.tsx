import { Looks } from '../shell/Looks'

export const BatchRooms = () => (
  <Looks
    of="Batches"
    looks={[
      ['/batches', 'Shelves'],
      ['/batches/season', 'Season'],
      ['/batches/draft', 'Draft'],
      ['/batches/shopping', 'Shopping list'],
      ['/batches/versions', 'Versions'],
    ]}
  />
)
