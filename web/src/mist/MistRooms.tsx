import { BenchRooms } from '../bench/BenchRooms'
import { Looks } from '../shell/Looks'

/** The rooms of the bench, and those of its mist and heat. */
export const MistRooms = () => (
  <>
    <BenchRooms />
    <Looks
      of="Mist"
      looks={[
        ['/bench/mist', 'Programmes'],
        ['/bench/mist/day', 'A day'],
        ['/bench/mist/heat', 'Heat'],
        ['/bench/mist/measured', 'Measured'],
        ['/bench/mist/alarms', 'Alarms'],
        ['/bench/mist/devices', 'Devices'],
      ]}
    />
  </>
)
