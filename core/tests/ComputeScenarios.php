<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests;

use WetCradle\Core\Bench\PlaceBatches;
use WetCradle\Core\Book\FullCount;
use WetCradle\Core\Calculations;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\SignedWindow;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Plan\Crew;
use WetCradle\Core\Plan\WorkNorms;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\StageTally;

/** What calculations and readers take: of every number the least and the most, of every field what is said when it is missing or not known. */
final class ComputeScenarios
{
    /** Beyond this nothing is asked. */
    private const FAR = 1e12;

    /** Longer than any text that is taken. */
    private const LONG = 3000;

    /** @return array<string, \Closure(): array<array-key, mixed>> */
    public static function all(): array
    {
        $all = [];
        foreach (Calculations::registry()->names() as $name) {
            // Filling a bench is a search, and so is the number to stick for a very great many, and the spread is summed over all
            // that a nursery has: they have tests of their own.
            if (!in_array($name, ['place_batches', 'stick_count', 'stick_parted', 'nursery_spread'], true)) {
                $all["takes-{$name}"] = static fn (): array => self::limits(
                    static fn (array $input) => Calculations::registry()->compute($name, json_encode($input, JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION)),
                    // Without checks a forecast is quick.
                    $name === 'batch_forecast' ? self::inputs($name)[0] : self::longest($name),
                );
            }
        }
        foreach ([Pattern::SoftTip, Pattern::Hardwood, Pattern::Clump, Pattern::FleshyDryStart] as $pattern) {
            $all["takes-sheet-{$pattern->value}"] = static fn (): array => self::limits(
                static fn (array $input) => WaySheet::read(Fields::of($input)),
                $pattern->sheet(1),
            );
        }
        $read = [
            'crew' => [Crew::read(...), [
                'hands' => [['person' => 1, 'hours' => 38], ['person' => 2, 'hours' => 20.5]],
                'away' => [['who' => 1, 'from' => '2027-05-12', 'to' => '2027-05-18'], ['from' => '2027-05-31', 'to' => '2027-06-01', 'why' => 'closed']],
            ]],
            'norms' => [WorkNorms::read(...), WorkNorms::of(200, 120, 400, 30, ['leaf section' => 80], ['9 cm' => 60])->toArray()],
            'habits' => [HouseDefaults::read(...), array_combine(
                array_map(static fn (HouseDefault $one) => $one->value, HouseDefault::cases()),
                array_map(static fn (HouseDefault $one) => $one->unit()->isWhole() ? (int) $one->usual() : $one->usual(), HouseDefault::cases()),
            )],
            'count' => [FullCount::read(...), ['rooted' => 30, 'unrooted' => 10, 'lost' => ['rot' => 4, 'dried_out' => 2], 'potted' => 20, 'thrownUnrooted' => 3]],
            'lifted' => [StageTally::read(...), ['callus' => 3, 'at_wall' => 2, 'dead' => 1]],
            'window' => [SignedWindow::read(...), ['from' => 20, 'to' => 24, 'sign' => 'snaps']],
            'house' => [PlaceBatches::read(...), ['weeks' => 4,
                'zones' => [['id' => 'A', 'trays' => 6, 'heat' => [10, 22], 'mist' => [0, 3]]],
                'batches' => [['id' => 'B', 'trays' => 2, 'weeks' => 2, 'earliest' => 1, 'latest' => 2, 'preferred' => 1, 'heat' => [14, 16], 'mist' => [1, 2],
                    'weight' => 1]]]],
        ];
        foreach ($read as $name => [$reader, $input]) {
            $all["takes-{$name}"] = static fn (): array => self::limits(static fn (array $input) => $reader(Fields::of($input)), $input);
        }

        return $all;
    }

    /** @return list<array<string, mixed>> of reference cases */
    private static function inputs(string $name): array
    {
        $cases = json_decode((string) file_get_contents(__DIR__."/vectors/{$name}.json"), true, 64, JSON_THROW_ON_ERROR);

        return array_column(array_filter($cases, static fn (array $case) => !isset($case['error'])), 'input');
    }

    /** @return array<string, mixed> the input of a reference case that has most fields */
    private static function longest(string $name): array
    {
        $inputs = self::inputs($name);
        usort($inputs, static fn (array $a, array $b) => strlen(serialize($b)) <=> strlen(serialize($a)));

        return $inputs[0];
    }

    /**
     * @param \Closure(array<string, mixed>): mixed $take
     * @param array<string, mixed>                  $input
     *
     * @return array<string, mixed>
     */
    private static function limits(\Closure $take, array $input): array
    {
        $said = [];
        foreach (self::paths($input) as $written => $path) {
            $value = self::at($input, $path);
            if (is_int($value) || is_float($value)) {
                foreach (['least' => -self::FAR, 'most' => self::FAR] as $end => $far) {
                    $said["{$written} {$end}"] = self::end($take, $input, $path, $value, is_int($value) ? (int) $far : $far);
                }
            }
            if (is_string($value)) {
                $said["{$written} long"] = self::longestText($take, $input, $path);
                $said["{$written} empty"] = self::says($take, self::with($input, $path, ''));
            }
            $said["{$written} missing"] = self::says($take, self::without($input, $path));
            if (is_array($value) && !array_is_list($value)) {
                $said["{$written} with more"] = self::says($take, self::with($input, [...$path, 'more'], 1));
            }
        }
        $said['with more'] = self::says($take, $input + ['more' => 1]);

        return $said;
    }

    /**
     * @param \Closure(array<string, mixed>): mixed $take
     * @param array<string, mixed>                  $input
     * @param list<int|string>                      $path
     */
    private static function longestText(\Closure $take, array $input, array $path): string
    {
        $says = static fn (int $length) => self::says($take, self::with($input, $path, str_repeat('x', $length)));
        if ($says(1) !== 'taken') {
            return $says(1);
        }
        for ($near = 1, $far = self::LONG; $far - $near > 1;) {
            $middle = intdiv($near + $far, 2);
            $says($middle) === 'taken' ? $near = $middle : $far = $middle;
        }

        return "{$near}; then {$says($far)}";
    }

    /**
     * The last value on the way to a far one that is taken, and what is said of the next.
     *
     * @param \Closure(array<string, mixed>): mixed $take
     * @param array<string, mixed>                  $input
     * @param list<int|string>                      $path
     */
    private static function end(\Closure $take, array $input, array $path, int|float $near, int|float $far): string
    {
        $says = static fn (int|float $value) => self::says($take, self::with($input, $path, $value));
        if ($says($far) === 'taken') {
            return 'any';
        }
        for ($i = 0; $i < 100 && abs($far - $near) > (is_int($near) ? 1 : 1e-6 * max(1.0, abs($near))); ++$i) {
            $middle = is_int($near) && is_int($far) ? intdiv($near + $far, 2) : ($near + $far) / 2;
            $says($middle) === 'taken' ? $near = $middle : $far = $middle;
        }

        return sprintf('%s; then %s', is_int($near) ? $near : round($near, 4), preg_replace('/-?\d[\d.e+-]*/', '#', $says($far)));
    }

    /**
     * @param \Closure(array<string, mixed>): mixed $take
     * @param array<string, mixed>                  $input
     */
    private static function says(\Closure $take, array $input): string
    {
        try {
            $take($input);

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
