<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

use WetCradle\Core\Book\LossCause;

/** What is seen at a tag on the round. */
enum Seen: string
{
    case Fine = 'fine';
    case Dry = 'dry';
    case TooWet = 'too_wet';
    case Yellowing = 'yellowing';
    case LeafDrop = 'leaf_drop';
    case Rot = 'rot';
    case Pest = 'pest';
    case Nozzle = 'nozzle';
    case MissingLabel = 'missing_label';

    /** The cause under which what is taken out is lost; null where nothing is. */
    public function cause(): ?LossCause
    {
        return match ($this) {
            self::Fine => null,
            self::Dry, self::Nozzle => LossCause::DriedOut,
            self::TooWet, self::Yellowing, self::LeafDrop, self::Rot => LossCause::Rot,
            self::Pest => LossCause::Pest,
            self::MissingLabel => LossCause::Mislaid,
        };
    }

    /** How soon somebody has to see to it, the most urgent 0: what spreads to others, what kills within days, what weakens. */
    public function urgency(): int
    {
        return match ($this) {
            self::Pest, self::Rot => 0,
            self::Nozzle, self::Dry, self::TooWet => 1,
            self::Yellowing, self::LeafDrop => 2,
            self::MissingLabel, self::Fine => 3,
        };
    }
}
