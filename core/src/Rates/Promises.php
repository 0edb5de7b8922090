<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Numbers\LogGamma;

/**
 * How often what was promised came true: batches that were promised about the same chance of enough are put together, and as many
 * of them as were kept stand beside as many as chance leaves, were the promise true of each by itself: between the 2.5th and the
 * 97.5th hundredth of the binomial distribution. Batches made the same way share their luck, so that a true promise falls outside
 * somewhat oftener than one time in twenty.
 */
final class Promises
{
    /** Chances that lie within this of each other are one promise. */
    private const ALIKE = 0.05;
    private const OUTSIDE = 0.025;

    /** @param list<string> $broken codes of those that were not kept */
    private function __construct(
        public readonly float $chance,
        public readonly int $batches,
        public readonly int $kept,
        public readonly int $low,
        public readonly int $high,
        public readonly array $broken,
    ) {
    }

    /**
     * @param list<Promise> $promises
     *
     * @return list<self> the surest first
     */
    public static function of(array $promises): array
    {
        $alike = [];
        foreach ($promises as $promise) {
            $alike[(int) round($promise->chance / self::ALIKE)][] = $promise;
        }
        krsort($alike);

        return array_values(array_map(static function (array $some): self {
            $chance = array_sum(array_map(static fn (Promise $one) => $one->chance, $some)) / count($some);
            $broken = array_values(array_filter($some, static fn (Promise $one) => !$one->isKept));
            [$low, $high] = self::byChance(count($some), $chance);

            return new self(
                $chance,
                count($some),
                count($some) - count($broken),
                $low,
                $high,
                array_map(static fn (Promise $one) => $one->code, $broken),
            );
        }, $alike));
    }

    /** Whether fewer were kept than chance leaves. */
    public function isTooSeldom(): bool
    {
        return $this->kept < $this->low;
    }

    /** Whether more were kept than chance leaves: more is stuck than need be. */
    public function isTooOften(): bool
    {
        return $this->kept > $this->high;
    }

    /** @return array{int, int} how many of so many come true, at least and at most, but for one time in twenty */
    private static function byChance(int $batches, float $chance): array
    {
        $sum = 0.0;
        $low = null;
        for ($kept = 0; $kept <= $batches; ++$kept) {
            $sum += self::binomial($batches, $kept, $chance);
            if ($low === null && $sum > self::OUTSIDE) {
                $low = $kept;
            }
            if ($sum >= 1.0 - self::OUTSIDE) {
                break;
            }
        }

        return [$low ?? 0, min($kept, $batches)];
    }

    private static function binomial(int $of, int $kept, float $chance): float
    {
        if ($chance <= 0.0 || $chance >= 1.0) {
            return $kept === ($chance >= 1.0 ? $of : 0) ? 1.0 : 0.0;
        }

        return exp(
            LogGamma::of($of + 1.0) - LogGamma::of($kept + 1.0) - LogGamma::of($of - $kept + 1.0) + $kept * log($chance) + ($of - $kept) * log(1.0 - $chance),
        );
    }
}
