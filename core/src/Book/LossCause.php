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
