<?php

declare(strict_types=1);

namespace WetCradle\Core\Mixing;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** So much room: of water, dip or mix. Never a mass, never a strength. */
final class Volume
{
    /** Millilitres in one of each; the US ones exact by definition (a gallon is 231 cubic inches). */
    public const UNITS = ['ml' => 1.0, 'l' => 1000.0, 'fl_oz' => 3785.411784 / 128.0, 'gal' => 3785.411784, 'cu_ft' => 28_316.846592];

    private function __construct(public readonly float $ml)
    {
    }

    public static function of(float $value, string $unit = 'ml', string $field = 'volume'): self
    {
        return new self(Amount::base($value, $unit, self::UNITS, $field));
    }

    public static function litres(float $value): self
    {
        return self::of($value, 'l');
    }

    /** @throws Refused for `volume` */
    public function in(string $unit): float
    {
        return $this->ml / (self::UNITS[$unit] ?? throw Refused::because(
            'unknown_choice',
            'volume',
            Fact::of('refused.volume.unknown_unit', choices: implode(', ', array_keys(self::UNITS))),
        ));
    }

    public function plus(self $more): self
    {
        return new self($this->ml + $more->ml);
    }

    /** What is left when a part of it is taken. */
    public function less(self $part): self
    {
        return self::of($this->ml - $part->ml);
    }
}
