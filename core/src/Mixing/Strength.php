<?php

declare(strict_types=1);

namespace WetCradle\Core\Mixing;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** How strong: milligrams to the litre of a liquid, to the kilogram of a powder. 1 % is 10,000 ppm. */
final class Strength
{
    public const UNITS = ['ppm' => 1.0, 'percent' => 10_000.0, 'g_l' => 1000.0];
    /** All of it. */
    private const PURE = 1_000_000.0;

    private function __construct(public readonly float $ppm)
    {
    }

    /** @throws Refused for the field that is wrong */
    public static function of(float $value, string $unit = 'ppm', string $field = 'strength'): self
    {
        $ppm = Amount::base($value, $unit, self::UNITS, $field);
        if ($ppm > self::PURE) {
            throw Refused::because('out_of_range', $field, Fact::of('refused.strength.out_of_range'));
        }

        return new self($ppm);
    }

    /** @throws Refused for `strength` */
    public function in(string $unit): float
    {
        return $this->ppm / (self::UNITS[$unit] ?? throw Refused::because(
            'unknown_choice',
            'strength',
            Fact::of('refused.strength.unknown_unit', choices: implode(', ', array_keys(self::UNITS))),
        ));
    }

    public function isWeakerThan(self $other): bool
    {
        return $this->ppm < $other->ppm * (1.0 - 1e-9);
    }

    /** "3,000 ppm (0.3 %)" */
    public function words(): Fact
    {
        return $this->ppm < 10.0
            ? Fact::of('strength.weak', ppm: round($this->ppm, 1), percent: round($this->in('percent'), 4))
            : Fact::of('strength', ppm: (int) round($this->ppm), percent: round($this->in('percent'), 4));
    }
}
