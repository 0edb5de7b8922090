<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\LogGamma;
use WetCradle\Core\Numbers\Normal;
use WetCradle\Core\Refused;

/** Two arms of a trial, each counted as one: how far apart their rates are, and how sure that is. */
final class CompareArms implements Calculation
{
    private const MOST = 100_000;
    private const SURE = 0.95;
    /** Tables that are as likely as the one seen, to within the slip of doubles, count as such. */
    private const SLIP = 1e-7;

    public static function name(): string
    {
        return 'compare_arms';
    }

    /**
     * @param Fields $in {a: {rooted, stuck}, b: {rooted, stuck}}
     *
     * @return array{difference: float, low95: float, high95: float, chanceABetter: float, fisherP: float}
     *
     * @throws Refused for `a.rooted` or another count that is wrong
     */
    public static function compute(Fields $in): array
    {
        [$a, $b] = array_map(static function (string $arm) use ($in): array {
            $entry = $in->object($arm);
            [$rooted, $stuck] = [$entry->count('rooted', 0, self::MOST), $entry->count('stuck', 1, self::MOST)];
            $entry->done();
            if ($rooted > $stuck) {
                throw $entry->refuse('more_than_there_are', 'rooted', Fact::of('refused.rate_chart.more_than_there_are', stuck: $stuck));
            }

            return [$rooted, $stuck];
        }, ['a', 'b']);
        $in->done();
        [$difference, $low, $high] = self::newcombe($a, $b);

        return [
            'difference' => $difference, 'low95' => $low, 'high95' => $high, 'chanceABetter' => self::chanceBetter($a, $b), 'fisherP' => self::fisher($a, $b),
        ];
    }

    /**
     * Newcombe's hybrid limits, of Wilson's limits of each.
     *
     * @param array{int, int} $a rooted, stuck
     * @param array{int, int} $b
     *
     * @return array{float, float, float} the difference, and its limits
     */
    private static function newcombe(array $a, array $b): array
    {
        $z = Normal::quantile((1.0 + self::SURE) / 2.0);
        $wilson = static function (array $arm) use ($z): array {
            [$rooted, $stuck] = $arm;
            $middle = ($rooted + $z * $z / 2.0) / ($stuck + $z * $z);
            $half = $z * sqrt($rooted * ($stuck - $rooted) / $stuck + $z * $z / 4.0) / ($stuck + $z * $z);

            return [$rooted / $stuck, $middle - $half, $middle + $half];
        };
        [$pA, $lowA, $highA] = $wilson($a);
        [$pB, $lowB, $highB] = $wilson($b);

        return [$pA - $pB, $pA - $pB - hypot($pA - $lowA, $highB - $pB), $pA - $pB + hypot($highA - $pA, $pB - $lowB)];
    }

    /**
     * P(A > B) with Beta(1, 1) priors. Of whole numbers it is a sum whose terms follow each other:
     * t₀ = B(aB, bA + bB) ÷ B(aB, bB), tᵢ₊₁ ÷ tᵢ = (aB + i)(bA + i) ÷ ((aB + bA + bB + i)(1 + i)), i under aA.
     *
     * @param array{int, int} $a rooted, stuck
     * @param array{int, int} $b
     */
    private static function chanceBetter(array $a, array $b): float
    {
        [$aA, $bA, $aB, $bB] = [$a[0] + 1, $a[1] - $a[0] + 1, $b[0] + 1, $b[1] - $b[0] + 1];
        $term = LogGamma::ofBeta($aB, $bA + $bB) - LogGamma::ofBeta($aB, $bB);
        $sum = 0.0;
        for ($i = 0; $i < $aA; ++$i) {
            $sum += exp($term);
            $term += log(($aB + $i) * ($bA + $i) / (($aB + $bA + $bB + $i) * (1.0 + $i)));
        }

        return min(1.0, $sum);
    }

    /**
     * Fisher's exact test, both sides: the chance of a table no likelier than the one seen, were the arms alike.
     *
     * @param array{int, int} $a rooted, stuck
     * @param array{int, int} $b
     */
    private static function fisher(array $a, array $b): float
    {
        $rooted = $a[0] + $b[0];
        $least = max(0, $rooted - $b[1]);
        $most = min($a[1], $rooted);
        $log = static fn (int $k): float => -LogGamma::ofBeta($k + 1, $a[1] - $k + 1) - LogGamma::ofBeta($rooted - $k + 1, $b[1] - $rooted + $k + 1);
        $logs = array_map($log, range($least, $most));
        $likeliest = max($logs);
        $weights = array_map(static fn (float $one) => exp($one - $likeliest), $logs);
        $seen = $weights[$a[0] - $least] * (1.0 + self::SLIP);

        return min(1.0, array_sum(array_filter($weights, static fn (float $one) => $one <= $seen)) / array_sum($weights));
    }
}
