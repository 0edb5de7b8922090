<?php

declare(strict_types=1);

namespace WetCradle\Core\Records;

use WetCradle\Core\Numbers\NumberSigns;

/** The signs by which the numbers of a table are written, told by those that can hardly mean anything else. */
final class SignsTold
{
    /** Points between thousands or a comma before decimals; and the other way round. */
    private const COMMA_POINT = '/^\d{1,3}(\.\d{3})+$|^\d+,\d{1,2}$/';
    private const POINT_COMMA = '/^\d{1,3}(,\d{3})+$|^\d+\.\d{1,2}$/';

    /** @param iterable<string> $cells */
    public static function by(iterable $cells, NumberSigns $otherwise): NumberSigns
    {
        $comma = $point = 0;
        foreach ($cells as $cell) {
            $comma += (int) preg_match(self::COMMA_POINT, $cell);
            $point += (int) preg_match(self::POINT_COMMA, $cell);
        }

        return $comma === $point ? $otherwise : ($comma > $point ? NumberSigns::CommaPoint : NumberSigns::PointComma);
    }
}
