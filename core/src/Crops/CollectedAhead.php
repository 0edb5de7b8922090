<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** Material that is collected some time before it is stuck, and held cold or bundled in damp peat until then. */
final class CollectedAhead
{
    /**
     * @throws Refused for `collectOn` where it is after the day of sticking, or keeps no so long
     */
    public static function mustKeep(Hold $hold, \DateTimeImmutable $collectOn, \DateTimeImmutable $stickOn): void
    {
        if ($collectOn > $stickOn) {
            throw Refused::because('upside_down', 'collectOn', Fact::of('refused.collected_ahead.upside_down', stick: $stickOn));
        }
        if ($collectOn < $stickOn && $hold->keepsDays() === 0) {
            throw Refused::because('not_possible', 'collectOn', Fact::of('refused.collected_ahead.not_possible', stick: $stickOn));
        }
        if (self::lastGoodDay($hold, $collectOn) < $stickOn) {
            throw Refused::because(
                'too_long',
                'collectOn',
                Fact::of('refused.collected_ahead.too_long', days: $hold->keepsDays(), earliest: self::first($hold, $stickOn)),
            );
        }
    }

    /** The last day on which what is collected on a day is still good to be stuck. */
    public static function lastGoodDay(Hold $hold, \DateTimeImmutable $collectOn): \DateTimeImmutable
    {
        return $collectOn->modify(sprintf('+%d days', $hold->keepsDays()));
    }

    /**
     * The last day on which to stick what is cut on a day: bundles of dormant wood wait for a bench as long as they are good and
     * growth has not begun; all else is stuck fresh.
     *
     * @param \DateTimeImmutable $dormantTo the last day on which it can be cut
     * @param int                $weeks     after that day within which bundles are stuck
     */
    public static function stuckBy(WaySheet $sheet, \DateTimeImmutable $cut, \DateTimeImmutable $dormantTo, int $weeks): \DateTimeImmutable
    {
        return $sheet->isBundled() ? max($cut, min(self::lastGoodDay($sheet->taking->hold, $cut), $dormantTo->modify(sprintf('+%d weeks', $weeks)))) : $cut;
    }

    /** The same collecting day where sticking has been moved: no later than that, and no longer before than it keeps. */
    public static function within(Hold $hold, \DateTimeImmutable $collectOn, \DateTimeImmutable $stickOn): \DateTimeImmutable
    {
        return max(min($collectOn, $stickOn), self::first($hold, $stickOn));
    }

    private static function first(Hold $hold, \DateTimeImmutable $stickOn): \DateTimeImmutable
    {
        return $stickOn->modify(sprintf('-%d days', $hold->keepsDays()));
    }
}
