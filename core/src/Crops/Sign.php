<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

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

    public function words(): string
    {
        return match ($this) {
            self::Snaps => 'the shoot snaps; one that bends is too soft',
            self::FirmsUp => 'the base is firm, the tip still bends',
            self::BudsTight => 'buds are still tight',
            self::GrowthAge => 'growth is 6 to 12 months old',
            self::Dormant => 'leaves are off and buds at rest',
            self::GrowthStarts => 'growth starts',
            self::AfterFlowering => 'flowers are over and new roots come',
            self::EndOfWinter => 'the end of winter, before buds move',
            self::RunnersRooted => 'plantlets on the runners show roots',
            self::LeafFull => 'leaves are full-grown and not old',
        };
    }
}
