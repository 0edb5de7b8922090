<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Whole;
use WetCradle\Core\Refused;

/** Clumps divided year by year until there are as many as wanted, and how many to hold back each year to give that many every year. */
final class DivisionPath implements Calculation
{
    /** @param non-empty-list<int> $path clumps at the start and after each year */
    private function __construct(public readonly array $path, public readonly ?int $years, public readonly ?int $holdEachYear)
    {
    }

    public static function name(): string
    {
        return 'division_path';
    }

    /**
     * @param Fields $in {start, multiplication, survival, target, maxYears}
     *
     * @return array{path: list<int>, years: ?int, holdEachYear: ?int}
     */
    public static function compute(Fields $in): array
    {
        $path = self::of(
            $in->count('start'),
            $in->positive('multiplication', 1000),
            $in->number('survival', 0, 1),
            $in->count('target'),
            $in->count('maxYears', 0, 200),
        );
        $in->done();

        return ['path' => $path->path, 'years' => $path->years, 'holdEachYear' => $path->holdEachYear];
    }

    /**
     * n → ⌊n · multiplication · survival⌋ each year; held back is the fewest h with ⌊h · m · s⌋ − h ≥ target.
     *
     * @throws Refused for `multiplication` or `survival`
     */
    public static function of(int $start, float $multiplication, float $survival, int $target, int $maxYears): self
    {
        if ($multiplication <= 0.0 || $survival < 0.0 || $survival > 1.0 || $start < 0 || $target < 0) {
            throw Refused::because(
                'out_of_range',
                $multiplication <= 0.0 ? 'multiplication' : 'survival',
                Fact::of('refused.division_path.out_of_range'),
            );
        }
        $growth = $multiplication * $survival;
        $path = [$start];
        while (end($path) < $target && count($path) <= $maxYears) {
            // No nursery holds more than this; it keeps the numbers whole.
            $path[] = (int) min(1e15, Whole::down(end($path) * $growth));
        }

        return new self($path, end($path) >= $target ? count($path) - 1 : null, self::hold($growth, $target));
    }

    private static function hold(float $growth, int $target): ?int
    {
        if ($growth <= 1.0 + 1e-12) {
            return null;
        }
        $hold = max(0, (int) floor($target / ($growth - 1.0)) - 2);
        while (Whole::down($hold * $growth) - $hold < $target) {
            ++$hold;
        }

        return $hold;
    }
}
