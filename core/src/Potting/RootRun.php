<?php

declare(strict_types=1);

namespace WetCradle\Core\Potting;

use WetCradle\Core\Course\GrowingOn;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Rooting\RootStage;
use WetCradle\Core\Rooting\StageTally;

/** How long roots have been let run in their cells: a nub at the hole is perfect, a mat hanging out is late. */
final class RootRun
{
    /**
     * @param string             $risk    none, rising, high or bound
     * @param \DateTimeImmutable $boundOn the day from which it is reckoned root-bound
     */
    private function __construct(public readonly string $risk, public readonly \DateTimeImmutable $boundOn, public readonly Fact $words)
    {
    }

    /**
     * @param \DateTimeImmutable $since the day from which it was to be potted
     * @param ?StageTally        $last  of the newest check
     */
    public static function of(\DateTimeImmutable $since, ?StageTally $last, \DateTimeImmutable $on, HouseDefaults $house): self
    {
        $boundOn = self::boundOn($since, null, $house);
        $bound = $last?->counts[RootStage::RootBound->value] ?? 0;
        $seen = $last !== null && $last->lifted() > 0 && $bound / $last->lifted() >= $house->number(HouseDefault::RootBoundShare);
        $days = (int) $since->diff($on)->format('%r%a');

        return match (true) {
            $seen => new self(
                'bound',
                $boundOn,
                Fact::of('roots.bound', bound: $bound, lifted: $last->lifted()),
            ),
            $days >= $house->whole(HouseDefault::RootsMatAfter) => new self(
                'high',
                $boundOn,
                Fact::of('roots.matted', days: $days),
            ),
            $days >= $house->whole(HouseDefault::RootsRunAfter) => new self(
                'rising',
                $boundOn,
                Fact::of('roots.running', days: $days, from: $boundOn),
            ),
            default => new self('none', $boundOn, Fact::of('roots.time', until: $boundOn)),
        };
    }

    /**
     * The day from which roots are reckoned to mat that were due for potting on this one.
     *
     * @param ?GrowingOn $inItsPot how it grows on where it stands in its pot already, which holds its roots until it is ready; null in a cell
     */
    public static function boundOn(\DateTimeImmutable $since, ?GrowingOn $inItsPot, HouseDefaults $house): \DateTimeImmutable
    {
        return $inItsPot?->readyOn($since) ?? $since->modify(sprintf('+%d days', $house->whole(HouseDefault::RootsMatAfter)));
    }
}
