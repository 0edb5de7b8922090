<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;

/** How often a tray is looked at on the round: what stands under mist or a cover every day, what is cool and slow less often. */
final class Rounds
{
    /**
     * Days from one look to the next.
     *
     * @param float $heatLow °C its zone holds at least
     * @param float $mistHigh level its zone can give
     * @param float $air      °C, the mean of the day outside
     */
    public static function every(float $heatLow, float $mistHigh, bool $isCovered, bool $inPots, float $air, HouseDefaults $house): int
    {
        $isCool = $heatLow < $house->number(HouseDefault::CoolBelow);

        return $house->whole(match (true) {
            ($mistHigh >= 1.0 && !$isCool) || $isCovered => HouseDefault::LookUnderMist,
            $isCool && $air < $house->number(HouseDefault::AtRestBelow) => HouseDefault::LookAtRest,
            $inPots => HouseDefault::LookAtPots,
            default => HouseDefault::LookCool,
        });
    }

    /** Days from one look to the next at what roots on its mother plant: wrapped in moss, or pinned down. */
    public static function everyOnMother(bool $isWrapped, HouseDefaults $house): int
    {
        return $house->whole($isWrapped ? HouseDefault::LookAtAirLayers : HouseDefault::LookAtPinned);
    }

    /** @param ?\DateTimeImmutable $last looked at; null for never */
    public static function isDue(?\DateTimeImmutable $last, int $every, \DateTimeImmutable $today): bool
    {
        return $last === null || (int) $last->setTime(0, 0)->diff($today->setTime(0, 0))->format('%r%a') >= $every;
    }
}
