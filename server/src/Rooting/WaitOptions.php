<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Rooting\WaitOrClear;
use WetCradle\Server\Bench\Moving;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Book\Line;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Windows;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;

/**
 * What can be done with plants that are unrooted still, and why something cannot.
 *
 * @phpstan-type Option array{kind: string, possible: bool, words: string, zones: list<array{id: int, name: string, heat: float}>, order?: ?int}
 */
final class WaitOptions
{
    public function __construct(
        private readonly Moving $moving,
        private readonly Windows $windows,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /** @return list<Option> */
    public function of(Line $line, WaitOrClear $call, int $unrooted, bool $counted): array
    {
        $batch = $line->batch;
        $none = $unrooted === 0 ? 'nothing unrooted is left on this line' : null;
        $first = 'count the line first, so that what has rooted is not thrown with the rest';
        $until = $this->waitsUntil($batch, $call->waitSteps());
        $cooler = $none === null ? $this->cooler($batch) : [];
        $window = $this->windows->of($batch->sheet->way)->opensIn(Week::containing($this->today->day()));
        $option = self::option(...);

        return [
            $option(
                'wait',
                $none ?? ($until <= $this->today->day() ? sprintf(
                    'it has been held for %d days, and no rooted plant stands longer in its tray',
                    $this->house->defaults()->whole(HouseDefault::HeldAtMost),
                ) : null),
                sprintf('leave it until %s', $until->format('j M')),
            ),
            $option('clear', $none ?? ($counted ? null : $first), sprintf('throw the %d that are unrooted', $unrooted)),
            $option('cooler', $none ?? ($cooler === [] ? 'no cooler zone can take it now' : null), 'move it to a cooler place, where it costs less', $cooler),
            $option('dip', $none ?? ($counted ? null : $first), sprintf('wound and dip the %d again; they become a batch of their own', $unrooted)),
            $option(
                'afresh',
                $window > 0 ? sprintf('its material is not right now; it will be in %d %s', $window, $window === 1 ? 'week' : 'weeks') : null,
                'stick afresh while its material is right',
            ) + ['order' => $batch->wanted?->id],
        ];
    }

    /** The day until which it is left: when the wait is over, or when it has been held for as long as it can be. */
    public function waitsUntil(Batch $batch, int $weeks): \DateTimeImmutable
    {
        return min(
            $this->today->day()->modify(sprintf('+%d weeks', max(1, $weeks))),
            $batch->days->potOn->modify(sprintf('+%d days', $this->house->defaults()->whole(HouseDefault::HeldAtMost) - $batch->days->heldDays)),
        );
    }

    /**
     * @param ?string                                         $no    why it cannot be done; null where it can
     * @param list<array{id: int, name: string, heat: float}> $zones
     *
     * @return Option
     */
    private static function option(string $kind, ?string $no, string $words, array $zones = []): array
    {
        return ['kind' => $kind, 'possible' => $no === null, 'words' => $no ?? $words, 'zones' => $zones];
    }

    /** @return list<array{id: int, name: string, heat: float}> zones cooler than where it lies that take it, the warmest first */
    private function cooler(Batch $batch): array
    {
        if ($batch->leftBenchOn !== null) {
            return [];
        }
        $wanted = $batch->sheet->core()->care->warmth->medium;
        $today = $this->today->day();
        $warm = fn (Zone $zone) => $zone->core()->medium($wanted, $this->house->air())->on($today);
        $here = $warm($batch->zoneOn($today));
        $warmer = [];
        foreach ($this->moving->zonesThatTake($batch->code) as $zone) {
            if ($warm($zone) < $here) {
                $warmer[] = ['id' => (int) $zone->id, 'name' => $zone->name, 'heat' => $warm($zone)];
            }
        }
        usort($warmer, static fn (array $a, array $b) => [$b['heat'], $a['name']] <=> [$a['heat'], $b['name']]);

        return $warmer;
    }
}
