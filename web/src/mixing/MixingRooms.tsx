import { Looks } from '../shell/Looks'

export const MixingRooms = () => (
  <Looks
    of="Making up"
    looks={[
      ['/mixing', 'Day sheet'],
      ['/mixing/mixes', 'Mixes'],
      ['/mixing/dips', 'Dips'],
      ['/mixing/clean', 'Sanitisers'],
      ['/mixing/labels', 'Labels'],
    ]}
  />
)
