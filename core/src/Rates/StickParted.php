<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Numbers\BetaBinomial;

/**
 * How many to stick in one, two or three batches that do not share their luck. Where a batch can fail as a whole, more cuttings
 * in it buy no more than the chance that it does not; a second batch does.
 */
final class StickParted implements Calculation
{
    private const MOST_BATCHES = 3;
    private const MOST = 5000;

    /** @var array<int, list<float>> chances of each number of good ones, by the size of a batch */
    private array $known = [];

    private function __construct(private readonly int $needed, private readonly Beta $rate, private readonly Mishap $mishap)
    {
    }

    public static function name(): string
    {
        return 'stick_parted';
    }

    /**
     * @param Fields $in {needed, rate: {a, b}, mishap: {chance, a, b}, confidence, most}
     *
     * @return array{parted: list<array{batches: int, stick: ?int, chance: float}>} stick is null where not even the most gives the chance asked
     */
    public static function compute(Fields $in): array
    {
        $needed = $in->count('needed', 1, self::MOST);
        $rate = $in->object('rate');
        $beta = $rate->here(static fn () => Beta::of($rate->positive('a', 1e6), $rate->positive('b', 1e6)));
        $rate->done();
        $mishap = Mishap::read($in->object('mishap'));
        $confidence = $in->share('confidence');
        $most = $in->count('most', 1, self::MOST);
        $in->done();

        return ['parted' => self::fewest($needed, $beta, $mishap, $confidence, $most)];
    }

    /** @return list<array{batches: int, stick: ?int, chance: float}> of one, two and three batches */
    public static function fewest(int $needed, Beta $rate, Mishap $mishap, float $confidence, int $most): array
    {
        $stick = new self($needed, $rate, $mishap);
        $parted = [];
        for ($batches = 1; $batches <= self::MOST_BATCHES; ++$batches) {
            [$low, $high] = [$needed - 1, $most];
            $chance = $stick->chanceOf($most, $batches);
            if ($chance < $confidence) {
                $parted[] = ['batches' => $batches, 'stick' => null, 'chance' => $chance];
                continue;
            }
            // One more cutting never makes it less likely that there are enough.
            while ($high - $low > 1) {
                $middle = intdiv($low + $high, 2);
                $found = $stick->chanceOf($middle, $batches);
                if ($found >= $confidence) {
                    [$high, $chance] = [$middle, $found];
                } else {
                    $low = $middle;
                }
            }
            $parted[] = ['batches' => $batches, 'stick' => $high, 'chance' => $chance];
        }

        return $parted;
    }

    /** The chance of enough good ones from so many cuttings in so many batches, as even as can be, the first ones larger. */
    private function chanceOf(int $stick, int $batches): float
    {
        $good = [1.0];
        for ($i = 0; $i < $batches; ++$i) {
            $size = intdiv($stick, $batches) + ($i < $stick % $batches ? 1 : 0);
            if ($i === $batches - 1) {
                return $this->enough($good, $this->good($size));
            }
            $good = self::together($good, $this->good($size));
        }

        return 0.0;
    }

    /** @return list<float> chances of 0, 1, … good ones from a batch of so many */
    private function good(int $size): array
    {
        return $this->known[$size] ??= array_map(
            fn (float $usual, float $failed) => (1.0 - $this->mishap->chance) * $usual + $this->mishap->chance * $failed,
            BetaBinomial::chances($size, $this->rate),
            BetaBinomial::chances($size, $this->mishap->leaves),
        );
    }

    /**
     * @param list<float> $one
     * @param list<float> $other
     *
     * @return list<float> chances of the sum
     */
    private static function together(array $one, array $other): array
    {
        if (count($one) === 1) {
            return $other;
        }
        $sum = array_fill(0, count($one) + count($other) - 1, 0.0);
        foreach ($one as $i => $p) {
            foreach ($other as $j => $q) {
                $sum[$i + $j] += $p * $q;
            }
        }

        return array_values($sum);
    }

    /**
     * @param list<float> $one
     * @param list<float> $other
     */
    private function enough(array $one, array $other): float
    {
        $atLeast = [count($other) => 0.0];
        for ($i = count($other) - 1; $i >= 0; --$i) {
            $atLeast[$i] = $atLeast[$i + 1] + $other[$i];
        }
        $chance = 0.0;
        foreach ($one as $i => $p) {
            $chance += $p * ($atLeast[max(0, $this->needed - $i)] ?? 0.0);
        }

        return min(1.0, $chance);
    }
}
