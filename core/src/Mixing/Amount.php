<?php

declare(strict_types=1);

namespace WetCradle\Core\Mixing;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** A number with its unit, checked once for all kinds of amount. */
final class Amount
{
    /**
     * @param array<string, float> $units what one of each is in the base unit
     *
     * @return float in the base unit
     *
     * @throws Refused for the field that is wrong
     */
    public static function base(float $value, string $unit, array $units, string $field): float
    {
        if (!isset($units[$unit])) {
            throw Refused::because(
                'unknown_choice',
                $field,
                Fact::of('refused.amount.unknown_unit', field: ucfirst($field), choices: implode(', ', array_keys($units))),
            );
        }
        if (!is_finite($value)) {
            throw Refused::because('wrong_type', $field, Fact::of('refused.amount.wrong_type', field: ucfirst($field)));
        }
        if ($value < 0.0) {
            throw Refused::because('negative', $field, Fact::of('refused.amount.negative', field: ucfirst($field)));
        }

        return $value * $units[$unit];
    }
}
