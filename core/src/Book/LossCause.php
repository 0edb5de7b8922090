<?php

declare(strict_types=1);

namespace WetCradle\Core\Book;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** Why a plant was lost. */
enum LossCause: string
{
    case Rot = 'rot';
    case DriedOut = 'dried_out';
    case Pest = 'pest';
    case Mechanical = 'mechanical';
    case Mislaid = 'mislaid';
    case TooPoor = 'too_poor';
    case Unrooted = 'unrooted';
    case NoRoom = 'no_room';

    /** Whether what went of it went by a mishap: that says nothing of how the crop roots. */
    public function isMishap(): bool
    {
        return match ($this) {
            self::DriedOut, self::Mechanical, self::Mislaid, self::NoRoom => true,
            self::Rot, self::Pest, self::TooPoor, self::Unrooted => false,
        };
    }

    /** @throws Refused for the field that is wrong */
    public static function named(string $value, string $field = 'cause'): self
    {
        return self::tryFrom($value) ?? throw Refused::because(
            'unknown_choice',
            $field,
            Fact::of('refused.loss_cause.unknown_choice', value: $value, choices: implode(', ', array_column(self::cases(), 'value'))),
        );
    }
}
