<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

/**
 * What is believed of one batch: how much of it roots in the end, how fast, and how much is dead. Every figure that moves with
 * the day follows from its pairs of d50 and shape.
 */
final class Forecast
{
    /**
     * @param non-empty-list<array{d50: float, shape: float, weight: float, final: float, dead: float}> $pairs with the mean final
     *                                       share and the mean share that is dead and still there; weights sum to 1
     * @param float                          $finalLow80 of the share that roots in the end
     * @param float                          $gone       share of all stuck that was culled
     * @param float                          $fails      the chance that it fails as a whole
     * @param float                          $usualRate  the share that roots in the end, should it not
     * @param float                          $usualSd    how sure that is, as a standard deviation
     */
    public function __construct(
        public readonly array $pairs,
        public readonly float $finalLow80,
        public readonly float $finalHigh80,
        private readonly float $gone,
        public readonly float $fails,
        public readonly float $usualRate,
        public readonly float $usualSd,
    ) {
    }

    /** As it is kept: eight bytes a number, the limits and what is gone first, then its pairs. */
    public function packed(): string
    {
        $numbers = [$this->finalLow80, $this->finalHigh80, $this->gone, $this->fails, $this->usualRate, $this->usualSd];
        foreach ($this->pairs as $pair) {
            array_push($numbers, $pair['d50'], $pair['shape'], $pair['weight'], $pair['final'], $pair['dead']);
        }

        return pack('e*', ...$numbers);
    }

    /** @param string $packed as `packed` gives it */
    public static function unpacked(string $packed): self
    {
        /** @var array<int, float> $numbers from 1 on */
        $numbers = (array) unpack('e*', $packed);
        $pairs = [];
        for ($i = 7; isset($numbers[$i + 4]); $i += 5) {
            $pairs[] = [
                'd50' => $numbers[$i], 'shape' => $numbers[$i + 1], 'weight' => $numbers[$i + 2], 'final' => $numbers[$i + 3],
                'dead' => $numbers[$i + 4],
            ];
        }

        return new self($pairs === [] ? throw new \LogicException('A forecast has its pairs.') : $pairs, ...array_slice($numbers, 0, 6));
    }

    public function finalRate(): float
    {
        return $this->mean(static fn (array $pair) => $pair['final']);
    }

    public function d50(): float
    {
        return $this->mean(static fn (array $pair) => $pair['d50']);
    }

    public function shape(): float
    {
        return $this->mean(static fn (array $pair) => $pair['shape']);
    }

    /** Share of all stuck that has roots at a thermal time. */
    public function rootedAt(float $tau): float
    {
        return $this->mean(static fn (array $pair) => $pair['final'] * RootCurve::reached($tau, $pair['d50'], $pair['shape']));
    }

    /** Share of all stuck that is dead and was not taken out. */
    public function deadThere(): float
    {
        return $this->mean(static fn (array $pair) => $pair['dead']);
    }

    /** The thermal time at which this share of those that will root have; later with chance 1 − `sure`. */
    public function readyTau(float $readyShare, float $sure = 0.5): float
    {
        return self::quantile(array_map(
            static fn (array $pair) => [self::reaches($pair, $readyShare), $pair['weight']],
            $this->pairs,
        ), $sure);
    }

    /** The chance that this share of those that will root have, by then. */
    public function readyBy(float $tau, float $readyShare): float
    {
        // The weights sum to 1, but for what doubles lose.
        return min(1.0, $this->mean(static fn (array $pair) => self::reaches($pair, $readyShare) <= $tau ? 1.0 : 0.0));
    }

    /** The chance that one that is alive and undecided now roots within a step. */
    public function chanceInStep(float $tau, float $step): float
    {
        $roots = $this->mean(static fn (array $pair) => $pair['final']
            * (RootCurve::reached($tau + $step, $pair['d50'], $pair['shape']) - RootCurve::reached($tau, $pair['d50'], $pair['shape'])));
        $undecided = $this->mean(fn (array $pair) => max(
            BatchForecast::LEAST,
            1.0 - $this->gone - $pair['final'] * RootCurve::reached($tau, $pair['d50'], $pair['shape']) - $pair['dead'],
        ));

        return $roots / $undecided;
    }

    /**
     * The smallest value at which the weights, summed from below, reach a share of all.
     *
     * @param non-empty-list<array{float, float}> $weighted values with their weights
     */
    public static function quantile(array $weighted, float $share): float
    {
        usort($weighted, static fn (array $a, array $b) => $a[0] <=> $b[0]);
        $wanted = $share * array_sum(array_column($weighted, 1)) - BatchForecast::LEAST;
        $sum = 0.0;
        foreach ($weighted as [$value, $weight]) {
            $sum += $weight;
            if ($sum >= $wanted) {
                return $value;
            }
        }

        return $weighted[count($weighted) - 1][0];
    }

    /** @param array{d50: float, shape: float, weight: float, final: float, dead: float} $pair */
    private static function reaches(array $pair, float $share): float
    {
        return $pair['d50'] * ($share / (1.0 - $share)) ** (1.0 / $pair['shape']);
    }

    /** @param \Closure(array{d50: float, shape: float, weight: float, final: float, dead: float}): float $of */
    private function mean(\Closure $of): float
    {
        $sum = 0.0;
        foreach ($this->pairs as $pair) {
            $sum += $pair['weight'] * $of($pair);
        }

        return $sum;
    }
}
