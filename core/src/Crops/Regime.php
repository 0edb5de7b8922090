<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Fact;

/** How pieces are kept from drying out until they root. */
enum Regime: string
{
    case Mist = 'mist';
    case Cover = 'cover';
    case Below = 'below';
    case Dry = 'dry';
    case None = 'none';
    /** On its mother plant, which waters it: pinned down, or wrapped in moss. */
    case Mother = 'mother';
    /** Planted out in open ground, as bundles of dormant wood are; the rain waters it. */
    case Ground = 'ground';

    public function ground(): Ground
    {
        return match ($this) {
            self::Mother => Ground::BesideStock,
            self::Ground => Ground::Open,
            default => Ground::Bench,
        };
    }

    public function words(): Fact
    {
        return Fact::of("regime.{$this->value}");
    }
}
