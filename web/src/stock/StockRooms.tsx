import { Looks } from '../shell/Looks'

export const StockRooms = () => (
  <Looks
    of="Stock"
    looks={[
      ['/stock', 'Blocks'],
      ['/stock/inspections', 'Inspections'],
      ['/stock/treatments', 'Treatments'],
      ['/stock/rights', 'Rights'],
      ['/stock/take', 'Take sheet'],
    ]}
  />
)
