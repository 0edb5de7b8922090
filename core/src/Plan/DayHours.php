<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Crops\Method;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;

/** What a day's work comes to for its crew: hours of each kind, and the minute at which sticking can begin. */
final class DayHours
{
    private function __construct(
        public readonly float $collect,
        public readonly float $makeUp,
        public readonly float $stick,
        public readonly float $pot,
        public readonly float $wean,
        public readonly float $look,
    ) {
    }

    /**
     * @param list<int>                                 $collect cuttings of each batch
     * @param list<array{cuttings: int, method: Method}> $stick
     * @param list<array{plants: int, pot: string, setOut: ?int}> $pot `setOut` are the trays of what stands in its pots already
     * @param int                                        $mixes   to be made up
     * @param int                                        $dips    to be made up
     * @param list<int>                                  $wean    trays that are weaned or carried
     * @param array{checks: int, stock: int, vents: int} $looks   batches that are checked, jobs that stock plants ask for, covers to vent
     */
    public static function of(
        array $collect,
        array $stick,
        array $pot,
        int $mixes,
        int $dips,
        array $wean,
        array $looks,
        WorkNorms $norms,
        HouseDefaults $house,
    ): self {
        return new self(
            array_sum(array_map($norms->hoursToCollect(...), $collect)),
            self::makeUpMinutes($mixes, $dips, $house) / 60,
            array_sum(array_map(static fn (array $batch) => $norms->hoursToStick($batch['cuttings'], $batch['method']), $stick)),
            array_sum(array_map(static fn (array $lot) => $norms->hoursToPot($lot['plants'], $lot['pot'], $lot['setOut']), $pot)),
            $norms->hoursToWean(array_sum($wean)),
            ($house->whole(HouseDefault::CheckMinutes) * $looks['checks'] + $house->whole(HouseDefault::CareMinutes) * $looks['stock']
                + $house->whole(HouseDefault::VentMinutes) * $looks['vents']) / 60,
        );
    }

    public function all(): float
    {
        return $this->collect + $this->makeUp + $this->stick + $this->pot + $this->wean + $this->look;
    }

    /**
     * The minute from midnight at which sticking begins: when the last is cut and all is made up by the hands there are.
     *
     * @param list<int> $cutBy minutes from midnight at which each batch is cut
     */
    public static function sticksFrom(array $cutBy, int $mixes, int $dips, int $hands, HouseDefaults $house): int
    {
        return max([CollectOrder::begins($house), ...$cutBy]) + (int) ceil(self::makeUpMinutes($mixes, $dips, $house) / $hands);
    }

    private static function makeUpMinutes(int $mixes, int $dips, HouseDefaults $house): int
    {
        return $house->whole(HouseDefault::MixMinutes) * $mixes + $house->whole(HouseDefault::DipMinutes) * $dips;
    }
}
