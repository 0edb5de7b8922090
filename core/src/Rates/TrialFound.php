<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

/**
 * What a trial says as far as its trays are counted: how each arm roots, which is best and how surely, and what it would change if
 * all were done as in the best arm rather than as in the one that it is measured by.
 */
final class TrialFound
{
    /** So surely best that one would go by it. */
    public const CLEAR = 0.95;
    /** By how many standard deviations a range reaches to either side, so that it holds eight in ten. */
    private const EIGHT_IN_TEN = 1.2816;
    /** Rates nearer to nothing than this would ask for cuttings without end. */
    private const LEAST_RATE = 0.01;

    /** @param list<array{mean: float, low80: float, high80: float, chanceBest: float}> $arms */
    private function __construct(public readonly array $arms, public readonly int $best, public readonly int $measure)
    {
    }

    /**
     * @param list<list<array{int, int}>> $arms    rooted and stuck of each counted tray
     * @param int                         $measure the arm that the others are measured by: the untreated one where there is one
     *
     * @return ?self null as long as any arm has no counted tray
     */
    public static function of(array $arms, int $measure): ?self
    {
        $counted = array_values(array_filter($arms, static fn (array $trays) => $trays !== []));
        if (count($counted) < count($arms) || $counted === []) {
            return null;
        }
        $found = array_map(static fn (array $arm) => [
            'mean' => $arm['mean'],
            'low80' => max(0.0, $arm['mean'] - self::EIGHT_IN_TEN * $arm['sd']),
            'high80' => min(1.0, $arm['mean'] + self::EIGHT_IN_TEN * $arm['sd']),
            'chanceBest' => $arm['chanceBest'],
        ], CompareTrays::of($counted)->arms);
        $best = 0;
        foreach ($found as $arm => ['chanceBest' => $chance]) {
            $best = $chance > $found[$best]['chanceBest'] ? $arm : $best;
        }

        return new self($found, $best, $measure);
    }

    /** Whether one would go by it. */
    public function isClear(): bool
    {
        return $this->arms[$this->best]['chanceBest'] >= self::CLEAR;
    }

    /**
     * How many fewer cuttings would be stuck for as many rooted, if all were done as in the best arm and not as in the one that it is
     * measured by.
     */
    public function fewerStuck(int $rooted): int
    {
        $stuck = fn (int $arm) => (int) ceil($rooted / max(self::LEAST_RATE, $this->arms[$arm]['mean']));

        return $stuck($this->measure) - $stuck($this->best);
    }
}
