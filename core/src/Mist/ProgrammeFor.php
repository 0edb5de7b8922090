<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;

/** The programme that a zone needs for those who lie there: it follows the most demanding of them, and says what that costs the others. */
final class ProgrammeFor
{
    /**
     * @param ?string $mistFor the batch that the mist follows
     * @param ?string $warmFor the batch that the warmth of the medium follows; null where it is that of none
     * @param list<array{
     *     batch: string, level: int, ownLevel: int, eased: float, litres: ?float, ownLitres: ?float, daysLater: ?float, byHand: ?Fact,
     * }> $tenants litres a day over the zone, as it is set and as it alone would need them; days by which it
     *             roots later than planned
     * @param TypicalDay $weather over them, in a house that is kept so warm
     */
    private function __construct(
        public readonly ZoneProgramme $programme,
        public readonly ?string $mistFor,
        public readonly ?string $warmFor,
        public readonly array $tenants,
        public readonly TypicalDay $weather,
    ) {
    }

    /**
     * @param int                     $nozzles over the zone
     * @param ?float                  $heat    °C to set in the medium, as the bench's own plan says for this week; null where nothing is set
     * @param list<Tended>            $tended  who lies there in trays
     * @param TypicalDay              $weather at this time
     * @param \Closure(Tended): float $planned °C that its plan reckons with
     */
    public static function of(
        Zone $zone,
        int $nozzles,
        ?float $heat,
        array $tended,
        TypicalDay $weather,
        \Closure $planned,
        HouseDefaults $house,
    ): self {
        $isUnder = !$zone->ground->isOutdoors() && !$zone->onlyPots && $tended !== [];
        $isAir = $zone->kind->goesWithAir();
        $medium = $isUnder && !$isAir ? $heat : null;
        $leafy = array_filter($tended, static fn (Tended $one) => $one->isLeafy() && !$one->isWeaned);
        $air = $medium === null || $leafy === [] ? null : round($medium - $house->number(HouseDefault::AirCooler), 1);
        $weather = $weather->notCoolerThan($air);
        $hours = $weather->hours();
        $misting = static fn (Tended $one): ?Misting => $one->level() < 1 ? null : Misting::at($one->level(), $one->eased, $nozzles, $house);
        $first = self::mostDemanding($tended, $misting);
        $mist = $first === null || !$isUnder || $zone->mist->high < 1.0
            ? null
            : Misting::at(min((int) $zone->mist->high, $first->level()), $first->eased, $nozzles, $house);
        $soft = array_filter($tended, static fn (Tended $one) => $one->isLeafy());
        $least = min([1.0, ...array_map(static fn (Tended $one) => $one->isWeaned ? 1.0 : $one->eased, $soft)]);
        $light = max([0.0, ...array_map(static fn (Tended $one) => $one->lightHours(), $soft)]);
        $isCovered = $zone->kind === ZoneKind::Cover && array_filter($tended, static fn (Tended $one) => !$one->isWeaned) !== [];
        $between = static fn (HouseDefault $from, HouseDefault $to): float => round(
            $house->number($from) + ($house->number($to) - $house->number($from)) * $least,
            2,
        );
        $programme = !$isUnder ? ZoneProgramme::off() : ZoneProgramme::of(
            $mist,
            $isAir || $soft === [] ? null : $between(HouseDefault::HumidRooting, HouseDefault::HumidWeaned),
            $medium,
            $air,
            $soft === [] ? null : $between(HouseDefault::ShadeRooting, HouseDefault::ShadeWeaned),
            $isAir || $light <= 0.0 ? null : $light,
            $isCovered ? $house->whole(HouseDefault::VentTimes) : null,
            $isCovered
                ? (int) round($house->number(HouseDefault::VentFor) * (1.0 + ($house->number(HouseDefault::WeanedGap) - 1.0) * $least))
                : null,
        );
        // Many of those who lie there are misted alike.
        $known = [];
        $litres = static function (?Misting $misting) use ($hours, &$known): float {
            return $misting === null ? 0.0 : $known[serialize($misting)] ??= MistDay::under($misting->over($hours), $hours)->litres;
        };
        $given = $litres($mist);

        return new self(
            $programme,
            $mist === null ? null : $first?->batch,
            $medium === null ? null : self::warmest($tended, $medium, $planned),
            array_map(static fn (Tended $one) => [
                'batch' => $one->batch,
                'level' => $mist === null ? 0 : min((int) $zone->mist->high, $first?->level() ?? 0),
                'ownLevel' => $one->level(),
                'eased' => $one->eased,
                'litres' => $mist === null ? null : $given,
                'ownLitres' => $mist === null ? null : $litres($misting($one)),
                'daysLater' => $medium === null || $one->hasRoots ? null : $one->daysLater($medium, $planned($one)),
                'byHand' => $one->byHand(),
            ], $tended),
            $weather,
        );
    }

    /**
     * The one whose film may dry least before it is wetted anew, and of those the one that waits for the shortest time.
     *
     * @param list<Tended>               $tended
     * @param \Closure(Tended): ?Misting $misting as each alone would have it
     */
    private static function mostDemanding(array $tended, \Closure $misting): ?Tended
    {
        $first = $least = null;
        foreach ($tended as $one) {
            $own = $misting($one);
            if ($own !== null && ($least === null || [$own->refillShare, $own->maxMinutes] < $least)) {
                [$first, $least] = [$one, [$own->refillShare, $own->maxMinutes]];
            }
        }

        return $first;
    }

    /**
     * The one whose plan reckons with that warmth.
     *
     * @param list<Tended>            $tended
     * @param \Closure(Tended): float $planned °C
     */
    private static function warmest(array $tended, float $medium, \Closure $planned): ?string
    {
        foreach ($tended as $one) {
            if (abs($planned($one) - $medium) < 1e-9) {
                return $one->batch;
            }
        }

        return null;
    }
}
