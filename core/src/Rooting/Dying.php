<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;

/** What share of the unrooted dies in a week: as the house says, and where rot was seen lately, what that adds. It spreads. */
final class Dying
{
    private function __construct(public readonly float $share, public readonly Fact $words)
    {
    }

    /**
     * @param ?\DateTimeImmutable $rotSeen the newest look that found rot and was followed by none that found all well
     * @param ?float              $rotten  the share that had it, where somebody said
     */
    public static function inAWeek(?\DateTimeImmutable $rotSeen, ?float $rotten, HouseDefaults $house): self
    {
        $usual = $house->number(HouseDefault::DiesInAWeek);
        if ($rotSeen === null) {
            return new self($usual, Fact::of('wait.dies', share: (int) round(100 * $usual)));
        }
        // Nobody said how much: what dies anyhow, once more.
        $share = min(0.99, $usual + ($rotten ?? $usual));

        return new self($share, Fact::of('wait.rots', share: (int) round(100 * $share), usual: (int) round(100 * $usual), on: $rotSeen));
    }
}
