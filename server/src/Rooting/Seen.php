<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

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
}
