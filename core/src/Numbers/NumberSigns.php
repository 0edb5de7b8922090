<?php

declare(strict_types=1);

namespace WetCradle\Core\Numbers;

/** The signs with which a nursery writes its numbers, named by what twelve hundred and a half looks like. */
enum NumberSigns: string
{
    case PointComma = '1,200.5';
    case CommaPoint = '1.200,5';
    case CommaSpace = '1 200,5';
    case PointSpace = '1 200.5';
    case PointApostrophe = "1'200.5";

    /** The sign before the decimals. */
    public function decimal(): string
    {
        return match ($this) {
            self::PointComma, self::PointSpace, self::PointApostrophe => '.',
            self::CommaPoint, self::CommaSpace => ',',
        };
    }

    /** The sign between thousands. */
    public function grouping(): string
    {
        return match ($this) {
            self::PointComma => ',',
            self::CommaPoint => '.',
            self::CommaSpace, self::PointSpace => ' ',
            self::PointApostrophe => "'",
        };
    }
}
