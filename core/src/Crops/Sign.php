<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Fact;

/** What the plant shows when its material is right; the calendar only hints. */
enum Sign: string
{
    case Snaps = 'snaps';
    case FirmsUp = 'firms_up';
    case BudsTight = 'buds_tight';
    case GrowthAge = 'growth_age';
    case Dormant = 'dormant';
    case GrowthStarts = 'growth_starts';
    case AfterFlowering = 'after_flowering';
    case EndOfWinter = 'end_of_winter';
    case RunnersRooted = 'runners_rooted';
    case LeafFull = 'leaf_full';
    case TipsTurn = 'tips_turn';
    case Plantlets = 'plantlets';

    public function words(): Fact
    {
        return Fact::of("sign.{$this->value}");
    }

    /** What the plant shows when its material is right no more. */
    public function over(): Fact
    {
        return Fact::of("sign_over.{$this->value}");
    }
}
