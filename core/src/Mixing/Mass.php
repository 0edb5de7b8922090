<?php

declare(strict_types=1);

namespace WetCradle\Core\Mixing;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** So heavy: of powder. */
final class Mass
{
    /** Grams in one of each; the pound is exact by definition. */
    public const UNITS = ['mg' => 0.001, 'g' => 1.0, 'kg' => 1000.0, 'oz' => 453.59237 / 16.0, 'lb' => 453.59237];

    private function __construct(public readonly float $grams)
    {
    }

    public static function of(float $value, string $unit = 'g', string $field = 'mass'): self
    {
        return new self(Amount::base($value, $unit, self::UNITS, $field));
    }

    /** @throws Refused for `mass` */
    public function in(string $unit): float
    {
        return $this->grams / (self::UNITS[$unit] ?? throw Refused::because(
            'unknown_choice',
            'mass',
            Fact::of('refused.mass.unknown_unit', choices: implode(', ', array_keys(self::UNITS))),
        ));
    }
}
