<?php

declare(strict_types=1);

namespace WetCradle\Core\Numbers;

/** Whole numbers out of products of decimals, as by hand: 29 % of 100 is 29, though binary fractions say 28.999…. */
final class Whole
{
    /** Relative room for what binary fractions lose on the way. */
    private const SLIP = 1e-9;

    public static function down(float $value): int
    {
        return (int) floor($value + self::SLIP * max(1.0, abs($value)));
    }

    public static function up(float $value): int
    {
        return (int) ceil($value - self::SLIP * max(1.0, abs($value)));
    }

    /** The same number, as an int where it is whole. */
    public static function plain(float $value): int|float
    {
        return floor($value) === $value && abs($value) < 1e15 ? (int) $value : $value;
    }
}
