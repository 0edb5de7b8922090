<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/**
 * Whether the rate of batches, in the order in which they were stuck, has drifted: a p′ chart whose limits rest on how much
 * neighbours differ, by their median, so that one disaster does not widen the limits that should show it.
 */
final class RateChart implements Calculation
{
    private const MOST = 20_000;
    private const LIMIT = 3.0;
    /** As many in a row on one side of the centre are no chance. */
    private const RUN = 8;
    /** Of the standard normal: the median, and the mean, of how far two draws lie apart. */
    private const MEDIAN_APART = 0.954;
    private const MEAN_APART = 1.128;

    /**
     * @param list<float>           $lower
     * @param list<float>           $upper
     * @param list<int>             $out  those beyond their limits
     * @param list<array{int, int}> $runs the first and last of each stretch on one side of the centre
     */
    private function __construct(
        public readonly float $centre,
        public readonly float $sigmaZ,
        public readonly array $lower,
        public readonly array $upper,
        public readonly array $out,
        public readonly array $runs,
    ) {
    }

    public static function name(): string
    {
        return 'rate_chart';
    }

    /**
     * @param Fields $in {rooted: list of counts, stuck: list of counts}
     *
     * @return array{centre: float, sigmaZ: float, lower: list<float>, upper: list<float>, out: list<int>, runs: list<array{int, int}>}
     *
     * @throws Refused for `rooted` or `stuck`
     */
    public static function compute(Fields $in): array
    {
        $rooted = $in->counts('rooted', self::MOST);
        $stuck = $in->counts('stuck', self::MOST);
        $in->done();
        $chart = self::of($rooted, $stuck);

        return [
            'centre' => $chart->centre, 'sigmaZ' => $chart->sigmaZ, 'lower' => $chart->lower, 'upper' => $chart->upper, 'out' => $chart->out,
            'runs' => $chart->runs,
        ];
    }

    /**
     * @param list<int> $rooted in the order in which they were stuck
     * @param list<int> $stuck
     *
     * @throws Refused for `rooted` or `stuck`
     */
    public static function of(array $rooted, array $stuck): self
    {
        if ($stuck === [] || count($rooted) !== count($stuck)) {
            throw Refused::because('wrong_length', 'stuck', Fact::of('refused.rate_chart.wrong_length', rooted: count($rooted)));
        }
        foreach ($stuck as $i => $many) {
            if ($many < 1) {
                throw Refused::because('not_positive', "stuck[{$i}]", Fact::of('refused.rate_chart.nothing_stuck'));
            }
            if ($rooted[$i] > $many) {
                throw Refused::because('more_than_there_are', "rooted[{$i}]", Fact::of('refused.rate_chart.more_than_there_are', stuck: $many));
            }
        }
        $centre = (float) (array_sum($rooted) / array_sum($stuck));
        $byChance = array_map(static fn (int $many) => sqrt($centre * (1.0 - $centre) / $many), $stuck);
        $rates = array_map(static fn (int $good, int $many) => $good / $many, $rooted, $stuck);
        $sigmaZ = self::sigmaOf(array_map(static fn (float $rate, float $sd) => $sd > 0.0 ? ($rate - $centre) / $sd : 0.0, $rates, $byChance));
        $lower = array_map(static fn (float $sd) => max(0.0, $centre - self::LIMIT * $sigmaZ * $sd), $byChance);
        $upper = array_map(static fn (float $sd) => min(1.0, $centre + self::LIMIT * $sigmaZ * $sd), $byChance);
        $out = array_filter(array_keys($rates), static fn (int $i) => $rates[$i] < $lower[$i] || $rates[$i] > $upper[$i]);

        return new self($centre, $sigmaZ, $lower, $upper, array_values($out), self::runsOf(array_map(static fn (float $rate) => $rate <=> $centre, $rates)));
    }

    /** @param list<float> $z */
    private static function sigmaOf(array $z): float
    {
        $apart = [];
        for ($i = 1; $i < count($z); ++$i) {
            $apart[] = abs($z[$i] - $z[$i - 1]);
        }
        if ($apart === []) {
            return 0.0;
        }
        sort($apart);
        $half = intdiv(count($apart), 2);
        $median = count($apart) % 2 === 1 ? $apart[$half] : ($apart[$half - 1] + $apart[$half]) / 2.0;

        return $median > 0.0 ? $median / self::MEDIAN_APART : array_sum($apart) / count($apart) / self::MEAN_APART;
    }

    /**
     * @param list<int> $sides of the centre: below, on it, above
     *
     * @return list<array{int, int}>
     */
    private static function runsOf(array $sides): array
    {
        $runs = [];
        $from = 0;
        foreach ($sides as $i => $side) {
            $from = $i > 0 && $side !== $sides[$i - 1] ? $i : $from;
            if ($side !== 0 && ($sides[$i + 1] ?? null) !== $side && $i - $from + 1 >= self::RUN) {
                $runs[] = [$from, $i];
            }
        }

        return $runs;
    }
}
