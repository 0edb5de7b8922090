<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests;

use WetCradle\Core\Calculations;
use WetCradle\Core\Refused;

/** What the calculations take: of every number the least and the most, of every field what is said when it is missing or not known. */
final class ComputeScenarios
{
    /** Beyond this nothing is asked. */
    private const FAR = 1e12;

    /** @return array<string, \Closure(): array<array-key, mixed>> */
    public static function all(): array
    {
        $all = [];
        foreach (Calculations::registry()->names() as $name) {
            // Filling a bench is a search, and so is the number to stick for a very great many: they have tests of their own.
            if (!in_array($name, ['place_batches', 'stick_count'], true)) {
                $all["takes-{$name}"] = static fn (): array => self::limits($name);
            }
        }

        return $all;
    }

    /** @return array<string, mixed> */
    private static function limits(string $name): array
    {
        $cases = json_decode((string) file_get_contents(__DIR__."/vectors/{$name}.json"), true, 64, JSON_THROW_ON_ERROR);
        $inputs = array_column(array_filter($cases, static fn (array $case) => !isset($case['error'])), 'input');
        // The longest has most fields.
        usort($inputs, static fn (array $a, array $b) => strlen(serialize($b)) <=> strlen(serialize($a)));
        $input = $inputs[0];
        $said = [];
        foreach (self::paths($input) as $written => $path) {
            $value = self::at($input, $path);
            if (is_int($value) || is_float($value)) {
                foreach (['least' => -self::FAR, 'most' => self::FAR] as $end => $far) {
                    $said["{$written} {$end}"] = self::end($name, $input, $path, $value, is_int($value) ? (int) $far : $far);
                }
            }
            $said["{$written} missing"] = self::says($name, self::without($input, $path));
            if (is_array($value) && !array_is_list($value)) {
                $said["{$written} with more"] = self::says($name, self::with($input, [...$path, 'more'], 1));
            }
        }
        $said['with more'] = self::says($name, $input + ['more' => 1]);

        return $said;
    }

    /**
     * The last value on the way to a far one that is taken, and what is said of the next.
     *
     * @param array<string, mixed>  $input
     * @param list<int|string>      $path
     */
    private static function end(string $name, array $input, array $path, int|float $near, int|float $far): string
    {
        $says = static fn (int|float $value) => self::says($name, self::with($input, $path, $value));
        if ($says($far) === 'taken') {
            return 'any';
        }
        for ($i = 0; $i < 100 && abs($far - $near) > (is_int($near) ? 1 : 1e-6 * max(1.0, abs($near))); ++$i) {
            $middle = is_int($near) && is_int($far) ? intdiv($near + $far, 2) : ($near + $far) / 2;
            $says($middle) === 'taken' ? $near = $middle : $far = $middle;
        }

        return sprintf('%s; then %s', is_int($near) ? $near : round($near, 4), preg_replace('/-?\d[\d.e+-]*/', '#', $says($far)));
    }

    /** @param array<string, mixed> $input */
    private static function says(string $name, array $input): string
    {
        try {
            Calculations::registry()->compute($name, json_encode($input, JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION));

            return 'taken';
        } catch (Refused $refused) {
            return "{$refused->reason} {$refused->field}: ".Told::of($refused->says);
        }
    }

    /**
     * @param array<array-key, mixed> $input
     * @param list<int|string>        $to
     *
     * @return iterable<string, list<int|string>> of lists the first and the second
     */
    private static function paths(array $input, array $to = []): iterable
    {
        foreach ($input as $key => $value) {
            if (is_int($key) && $key > 1) {
                return;
            }
            yield implode('.', [...$to, $key]) => [...$to, $key];
            if (is_array($value)) {
                yield from self::paths($value, [...$to, $key]);
            }
        }
    }

    /**
     * @param array<array-key, mixed> $input
     * @param list<int|string>        $path
     */
    private static function at(array $input, array $path): mixed
    {
        return array_reduce($path, static fn (mixed $value, int|string $key) => is_array($value) ? $value[$key] : null, $input);
    }

    /**
     * @param array<array-key, mixed> $input
     * @param list<int|string>        $path
     *
     * @return array<array-key, mixed>
     */
    private static function with(array $input, array $path, mixed $value): array
    {
        $key = array_shift($path);
        $input[$key] = $path === [] ? $value : self::with(is_array($input[$key] ?? null) ? $input[$key] : [], $path, $value);

        return $input;
    }

    /**
     * @param array<array-key, mixed> $input
     * @param list<int|string>        $path
     *
     * @return array<array-key, mixed>
     */
    private static function without(array $input, array $path): array
    {
        $last = array_pop($path);
        $inside = self::at($input, $path);
        $inside = is_array($inside) ? $inside : [];
        unset($inside[$last]);
        $inside = is_int($last) ? array_values($inside) : $inside;

        return $path === [] ? $inside : self::with($input, $path, $inside);
    }
}
