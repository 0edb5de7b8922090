<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Refused;

/** A fact as tests write it: its key and its figures, `stock.short short=3 gives=(stock.can_give left=9)`. */
final class Told
{
    /** Facts told wherever they lie in it; what is no fact stays as it is. */
    public static function of(mixed $said): mixed
    {
        return match (true) {
            $said instanceof Fact => self::fact($said),
            is_array($said) => array_map(self::of(...), $said),
            default => $said,
        };
    }

    /** What an act is refused with. */
    public static function refusal(\Closure $act): string
    {
        try {
            $act();
        } catch (Refused $refused) {
            return "{$refused->field}: ".($refused->says instanceof Fact ? self::fact($refused->says) : $refused->says);
        }

        return 'not refused';
    }

    public static function fact(Fact $fact): string
    {
        $told = [$fact->key];
        foreach ($fact->figures as $name => $figure) {
            $told[] = $name.'='.self::figure($figure);
        }

        return implode(' ', $told);
    }

    /** @param int|float|string|\BackedEnum|\DateTimeImmutable|Week|Range|Fact|list<string> $figure */
    private static function figure(mixed $figure): string
    {
        return match (true) {
            $figure instanceof Fact => '('.self::fact($figure).')',
            $figure instanceof \BackedEnum => (string) $figure->value,
            $figure instanceof \DateTimeImmutable => $figure->format($figure->format('H:i') === '00:00' ? 'Y-m-d' : 'Y-m-d H:i'),
            $figure instanceof Week => $figure->written(),
            $figure instanceof Range => $figure->words(''),
            is_array($figure) => implode(', ', $figure),
            default => (string) $figure,
        };
    }
}
