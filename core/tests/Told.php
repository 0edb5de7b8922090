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

    /** @return \Generator<string> a line for each value, with the path that leads to it */
    public static function lines(mixed $value, string $path = ''): \Generator
    {
        $value = self::of($value);
        $plain = match (true) {
            $value instanceof \DateTimeImmutable => $value->format('H:i') === '00:00' ? $value->format('Y-m-d') : $value->format('Y-m-d H:i'),
            $value instanceof Week => $value->written(),
            $value instanceof \BackedEnum => (string) $value->value,
            $value instanceof \Closure => '',
            is_float($value) => (string) round($value, 9),
            is_object($value) || is_array($value) => null,
            default => json_encode($value, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR),
        };
        if ($plain !== null) {
            yield "{$path}: {$plain}";

            return;
        }
        $inside = is_array($value) ? $value : (is_object($value) ? get_object_vars($value) : []);
        // A list of plain values is one line.
        if ($inside !== [] && array_is_list($inside) && array_filter($inside, static fn (mixed $one) => !is_scalar($one)) === []) {
            yield "{$path}: ".implode(
                ' ',
                array_map(
                    static fn (mixed $one) => is_float($one) ? (string) round($one, 9) : (string) json_encode(
                        $one,
                        JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
                    ),
                    $inside,
                ),
            );

            return;
        }
        foreach ($inside as $key => $one) {
            yield from self::lines($one, $path === '' ? (string) $key : "{$path}.{$key}");
        }
    }

    /** All that was said of a whole scenario, as one short sum: another one when anything of it is another. */
    public static function sum(mixed $said): string
    {
        return '#'.hash('crc32b', implode("\n", iterator_to_array(self::lines($said), false)));
    }
}
