<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Numbers\LogGamma;
use WetCradle\Core\Refused;

/**
 * How many to stick so that enough good plants come out at the end.
 *
 * good ~ BetaBinomial(S, a, b). A beta-binomial is Pólya's urn, so the chance of having n good ones by the S-th
 * cutting grows by the chance that the S-th is exactly the n-th good one:
 *   P(n good of S+1) = P(n good of S) + P(exactly n−1 good of S)·(a+n−1)/(a+b+S).
 * Each such term follows from the one before by a ratio, so the fewest S is found in one walk.
 */
final class StickCount implements Calculation
{
    /** More than this is no batch; a chance that asks for more is out of reach. */
    public const MOST = 2_000_000;
    /** A chance that meets the one asked only to within rounding is not counted as met: the tie goes to the safe side. */
    private const TIE = 1e-11;

    private function __construct(private readonly int $needed, public readonly Beta $yield)
    {
    }

    public static function name(): string
    {
        return 'stick_count';
    }

    /**
     * @param Fields $in {needed, stages: [{a, b}], confidence}
     *
     * @return array{expectedYield: float, simple: int, stick: int, chance: float}
     *
     * @throws Refused for `stages`
     */
    public static function compute(Fields $in): array
    {
        $needed = $in->count('needed', 1, self::MOST);
        $stages = [];
        foreach ($in->objects('stages', 20) as $stage) {
            $stages[] = Beta::of($stage->positive('a', 1e9), $stage->positive('b', 1e9));
            $stage->done();
        }
        $confidence = $in->share('confidence');
        $in->done();
        if ($stages === []) {
            throw $in->refuse('empty', 'stages', Fact::of('refused.stick_count.empty'));
        }
        $count = self::forGood($needed, $stages);
        [$stick, $chance] = $count->fewestFor($confidence);

        return ['expectedYield' => $count->yield->mean(), 'simple' => $count->simple(), 'stick' => $stick, 'chance' => $chance];
    }

    /**
     * @param non-empty-list<Beta> $stages
     *
     * @throws Refused for `needed`
     */
    public static function forGood(int $needed, array $stages): self
    {
        if ($needed < 1) {
            throw Refused::because('out_of_range', 'needed', Fact::of('refused.stick_count.out_of_range'));
        }

        return new self($needed, Beta::product($stages));
    }

    /** ceil(needed ÷ expected yield): enough about half of the time. */
    public function simple(): int
    {
        $exact = $this->needed / $this->yield->mean();
        // A quotient that is whole on paper must not round up because of its last binary digit.
        $stick = abs($exact - round($exact)) < 1e-9 * $exact ? (int) round($exact) : (int) ceil($exact);
        if ($stick > self::MOST) {
            throw $this->outOfReach();
        }

        return $stick;
    }

    /**
     * @return array{0: int, 1: float} the fewest to stick and the chance it gives
     *
     * @throws Refused out_of_reach when not even MOST would do
     */
    public function fewestFor(float $confidence): array
    {
        $asked = $confidence + self::TIE;
        [$stick, $chance] = $this->walk(self::MOST, $asked);

        return $chance >= $asked ? [$stick, $chance] : throw $this->outOfReach();
    }

    /** The chance of at least the needed number when this many are stuck. */
    public function chanceOf(int $stick): float
    {
        return $stick < $this->needed ? 0.0 : $this->walk(min($stick, self::MOST), INF)[1];
    }

    /**
     * From `needed` upwards, cutting by cutting.
     *
     * @param int   $last  no further than this
     * @param float $asked nor when the chance is as much
     *
     * @return array{int, float} how many are stuck there, and the chance
     */
    private function walk(int $last, float $asked): array
    {
        $n = $this->needed;
        $a = $this->yield->a;
        $b = $this->yield->b;
        $both = $a + $b;
        $logTerm = LogGamma::of($a + $n) - LogGamma::of($a) - LogGamma::of($both + $n) + LogGamma::of($both);
        $chance = 0.0;
        $term = null;
        // The term for S is the chance that cutting number S is exactly the n-th good one.
        for ($s = $n; true; ++$s) {
            if ($term === null && $logTerm > -700.0) {
                $term = exp($logTerm);
            }
            $chance += $term ?? 0.0;
            if ($s >= $last || $chance >= $asked) {
                return [$s, min(1.0, $chance)];
            }
            $ratio = $s / ($s - $n + 1) * ($b + $s - $n) / ($both + $s);
            if ($term === null) {
                $logTerm += log($ratio);
            } else {
                $term *= $ratio;
            }
        }
    }

    private function outOfReach(): Refused
    {
        return Refused::because(
            'out_of_reach',
            'confidence',
            Fact::of('refused.stick_count.out_of_reach', most: self::MOST, yield: (int) round(100 * $this->yield->mean())),
        );
    }
}
