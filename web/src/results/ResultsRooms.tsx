import { Looks } from '../shell/Looks'

export const ResultsRooms = () => (
  <Looks
    of="Results"
    looks={[
      ['/results', 'What makes a difference'],
      ['/results/drift', 'Drift'],
      ['/results/days', 'Days to root'],
      ['/results/trials', 'Trials'],
      ['/results/costs', 'Costs'],
      ['/results/losses', 'Losses'],
      ['/results/promises', 'Promises'],
      ['/results/season', 'A season'],
      ['/crops', 'Crops'],
    ]}
  />
)
