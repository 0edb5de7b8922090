import { Looks } from '../shell/Looks'

export const StockRooms = () => (
  <Looks
    of="Stock"
    looks={[
      ['/stock', 'Blocks'],
      ['/stock/inspections', 'Inspections'],
      ['/stock/treatments', 'Treatments'],
      ['/stock/rights', 'Rights'],
      ['/stock/papers', 'Papers'],
      ['/stock/take', 'Take sheet'],
    ]}
  />
)
