<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/**
 * A few batches taken up together and laid anew in the best way there is: a search of all ways, cut off where it cannot win,
 * and given up after so many tries.
 */
final class Handful
{
    /** Lays tried before it is given up. */
    private const TRIED = 1500;

    /** @var list<int> by the number of a batch in the handful, the least that it and all after it can cost together */
    private array $least = [0];
    /** @var array<int, int> lays of the batches at their best so far */
    private array $found;
    private int $limit;
    private int $tries = self::TRIED;

    /**
     * @param non-empty-list<int> $batches
     * @param list<list<int>> $lays by batch, cheapest first
     */
    private function __construct(private readonly ToPlace $ask, private readonly LaidOut $now, private readonly array $batches, private readonly array $lays)
    {
        foreach (array_reverse($batches) as $batch) {
            array_unshift($this->least, $this->least[0] + $ask->layCost[$lays[$batch][0]]);
        }
        $this->limit = array_sum(array_map($now->costOf(...), $batches));
        $this->found = array_map(static fn (int $batch) => $now->at[$batch], $batches);
    }

    /**
     * @param non-empty-list<int> $batches
     * @param list<list<int>> $lays by batch, cheapest first
     *
     * @return int lays tried
     */
    public static function layAnew(ToPlace $ask, LaidOut $now, array $batches, array $lays): int
    {
        usort($batches, static fn (int $a, int $b) => [$ask->leftOut[$b], $a] <=> [$ask->leftOut[$a], $b]);
        $handful = new self($ask, $now, $batches, $lays);
        foreach ($batches as $batch) {
            if (!$now->isOut($batch)) {
                $now->take($batch);
            }
        }
        $handful->layRest(0, 0);
        foreach ($batches as $i => $batch) {
            if ($handful->found[$i] !== LaidOut::NOWHERE) {
                $now->put($batch, $handful->found[$i]);
            }
        }

        return self::TRIED - max(0, $handful->tries);
    }

    private function layRest(int $i, int $cost): void
    {
        if ($i === count($this->batches)) {
            $this->limit = $cost;
            $this->found = array_map(fn (int $batch) => $this->now->at[$batch], $this->batches);

            return;
        }
        $batch = $this->batches[$i];
        $cost += $this->least[$i + 1];
        foreach ($this->lays[$batch] as $lay) {
            if ($cost + $this->ask->layCost[$lay] >= $this->limit || --$this->tries < 0) {
                return;
            }
            if ($this->now->fits($lay)) {
                $this->now->put($batch, $lay);
                $this->layRest($i + 1, $cost - $this->least[$i + 1] + $this->ask->layCost[$lay]);
                $this->now->take($batch);
            }
        }
        if ($cost + $this->ask->leftOut[$batch] < $this->limit) {
            $this->layRest($i + 1, $cost - $this->least[$i + 1] + $this->ask->leftOut[$batch]);
        }
    }
}
