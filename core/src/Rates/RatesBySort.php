<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

/**
 * Batches of a crop sorted by one thing: what is learnt of each group, and whether the groups differ by more than chance.
 *
 * Groups are believed to lie around the rate of all batches together, as far apart as they themselves show: τ² by the method of
 * moments, τ² = max(0, (Q − (G − 1)) ÷ (Σw − Σw² ÷ Σw)), w = 1 ÷ v, Q = Σ w (p − Σwp ÷ Σw)². The variance of a group's share is
 * v = μ(1 − μ) ÷ n, n = Σ stuck ÷ (1 + (stuck − 1) ÷ (φ + 1)) of its batches, since plants of one batch fare alike. So a group has
 * the belief Beta(μs, (1 − μ)s) before its own batches, s = μ(1 − μ) ÷ τ² − 1, and borrows s ÷ (s + n) of what is learnt of it.
 *
 * Whether they differ by more than chance is asked by dealing the batches out anew to groups of the same sizes, again and again:
 * how often Q is then as large as it was seen. That holds whatever the spread of batches; of sorts that make no difference, one in
 * twenty is called one at most.
 */
final class RatesBySort
{
    /** Times that batches are dealt out anew. */
    private const DEALT = 499;
    /** A difference that chance makes less often than this is called one. */
    private const CALLED = 0.05;
    /** Evidence that groups borrow at least and at most, in plants. */
    private const LEAST_BORROWED = 1.0;
    private const MOST_BORROWED = 400.0;
    /** What all of a group are, and at most this share of the others, is told of it. */
    private const OF_OTHERS = 0.5;
    /** Of so many batches nothing is told by what they have in common. */
    private const TOO_FEW = 2;

    /**
     * @param list<RateGroup> $groups      best first
     * @param ?float          $byChance    how often chance alone makes them differ as much; null where nothing can be compared
     * @param list<string>    $notKnown    batches of which it is not known what they are
     */
    private function __construct(public readonly array $groups, public readonly ?float $byChance, public readonly array $notKnown)
    {
    }

    /**
     * @param list<SortedBatch> $batches
     * @param CropPrior         $prior   what is believed of the crop, and how much its batches differ
     */
    public static function of(Sort $by, array $batches, CropPrior $prior, int $seed = 1): self
    {
        $known = array_values(array_filter($batches, static fn (SortedBatch $batch) => $batch->is($by) !== null && $batch->result->stuck > 0));
        $notKnown = array_values(array_filter($batches, static fn (SortedBatch $batch) => $batch->is($by) === null));
        $names = array_map(static fn (SortedBatch $batch) => (string) $batch->is($by), $known);
        $all = CropRate::learn($prior, array_map(static fn (SortedBatch $batch) => $batch->result, $known));
        $figures = array_map(static fn (SortedBatch $batch) => [
            $batch->result->rooted / $batch->result->stuck,
            $batch->result->stuck / (1.0 + ($batch->result->stuck - 1) / ($prior->phi + 1.0)),
        ], $known);
        $within = max(1e-6, $all->rate * (1.0 - $all->rate));
        [$apart, $strength] = self::apart($names, $figures, $within);
        $groups = [];
        foreach (array_unique($names) as $name) {
            $own = array_keys($names, $name, true);
            $evidence = array_sum(array_map(static fn (int $i) => $figures[$i][1], $own));
            $of = array_map(static fn (int $i) => $known[$i], $own);
            $groups[] = new RateGroup(
                $name,
                array_map(static fn (SortedBatch $batch) => $batch->code, $of),
                array_sum(array_map(static fn (SortedBatch $batch) => $batch->result->stuck, $of)),
                array_sum(array_map(static fn (SortedBatch $batch) => $batch->result->rooted, $of)),
                CropRate::learn(
                    CropPrior::of($all->rate, $strength, $prior->phi, $prior->lnPhiSd),
                    array_map(static fn (SortedBatch $batch) => $batch->result, $of),
                ),
                $strength / ($strength + $evidence),
                self::also($by, $of, array_values(array_diff_key($known, array_flip($own)))),
            );
        }
        usort($groups, static fn (RateGroup $a, RateGroup $b) => [$b->learnt->rate, $a->is] <=> [$a->learnt->rate, $b->is]);

        return new self(
            $groups,
            count($groups) < 2 || count($known) === count($groups) ? null : self::byChance($names, $figures, $within, $apart, $seed),
            array_map(static fn (SortedBatch $batch) => $batch->code, $notKnown),
        );
    }

    /** Whether the groups differ by more than chance. */
    public function isDifference(): bool
    {
        return $this->byChance !== null && $this->byChance <= self::CALLED;
    }

    /**
     * @param list<string>               $names   the group of each batch
     * @param list<array{float, float}> $figures the share of each batch that rooted, and plants' worth of evidence
     *
     * @return array{float, float} Q, and what groups borrow
     */
    private static function apart(array $names, array $figures, float $within): array
    {
        $sums = [];
        foreach ($names as $i => $name) {
            [$share, $evidence] = $figures[$i];
            $sums[$name] ??= [0.0, 0.0];
            $sums[$name][0] += $share * $evidence;
            $sums[$name][1] += $evidence;
        }
        $weight = $square = $sum = 0.0;
        foreach ($sums as [$rooted, $evidence]) {
            $w = $evidence / $within;
            $weight += $w;
            $square += $w * $w;
            $sum += $rooted / $within;
        }
        $q = 0.0;
        foreach ($sums as [$rooted, $evidence]) {
            $q += $evidence / $within * ($rooted / $evidence - $sum / max(1e-12, $weight)) ** 2;
        }
        $left = $weight - $square / max(1e-12, $weight);
        $tau = $left > 1e-9 ? max(0.0, ($q - (count($sums) - 1)) / $left) : 0.0;
        $strength = $tau > 0.0 ? $within / $tau - 1.0 : self::MOST_BORROWED;

        return [$q, max(self::LEAST_BORROWED, min(self::MOST_BORROWED, $strength))];
    }

    /**
     * @param list<string>               $names
     * @param list<array{float, float}> $figures
     */
    private static function byChance(array $names, array $figures, float $within, float $seen, int $seed): float
    {
        $deal = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
        $asFar = 1;
        for ($i = 0; $i < self::DEALT; ++$i) {
            /** @var list<string> $dealt */
            $dealt = $deal->shuffleArray($names);
            $asFar += self::apart($dealt, $figures, $within)[0] >= $seen - 1e-9 ? 1 : 0;
        }

        return $asFar / (self::DEALT + 1);
    }

    /**
     * @param list<SortedBatch> $of
     * @param list<SortedBatch> $others
     *
     * @return list<array{sort: Sort, is: string}>
     */
    private static function also(Sort $by, array $of, array $others): array
    {
        $also = [];
        foreach (count($of) < self::TOO_FEW || $others === [] ? [] : Sort::cases() as $sort) {
            $is = $of[0]->is($sort);
            if ($sort === $by || $is === null || array_filter($of, static fn (SortedBatch $batch) => $batch->is($sort) !== $is) !== []) {
                continue;
            }
            $same = count(array_filter($others, static fn (SortedBatch $batch) => $batch->is($sort) === $is));
            if ($same <= self::OF_OTHERS * count($others)) {
                $also[] = ['sort' => $sort, 'is' => $is];
            }
        }

        return $also;
    }
}
