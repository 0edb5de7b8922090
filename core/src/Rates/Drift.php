<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

/**
 * Whether a crop roots as it did: its newest batches on a chart (`RateChart`), and of each signal what was different. Rates of batches
 * lean downwards, so that of batches that are as ever about one in forty lies beyond the limits.
 */
final class Drift
{
    /** Of fewer batches a chart says nothing; of more, the oldest say nothing of how things are. */
    public const FEWEST = 6;
    public const MOST = 120;

    /**
     * @param list<SortedBatch>                                     $batches in the order in which they were stuck
     * @param list<array{kind: DriftKind, first: int, last: int}> $signals the newest first, each by the numbers of its batches
     */
    private function __construct(public readonly array $batches, public readonly RateChart $chart, public readonly array $signals)
    {
    }

    /**
     * @param list<SortedBatch> $batches in the order in which they were stuck, of which something could root
     *
     * @return ?self null of too few
     */
    public static function of(array $batches): ?self
    {
        $batches = array_slice($batches, -self::MOST);
        if (count($batches) < self::FEWEST) {
            return null;
        }
        $chart = RateChart::of(
            array_map(static fn (SortedBatch $batch) => $batch->result->rooted, $batches),
            array_map(static fn (SortedBatch $batch) => $batch->result->stuck, $batches),
        );
        $isLow = static fn (int $i): bool => $batches[$i]->result->rooted < $chart->centre * $batches[$i]->result->stuck;
        $signals = [
            ...array_map(static fn (int $i) => ['kind' => $isLow($i) ? DriftKind::Below : DriftKind::Above, 'first' => $i, 'last' => $i], $chart->out),
            ...array_map(
                static fn (array $run) => ['kind' => $isLow($run[1]) ? DriftKind::RunBelow : DriftKind::RunAbove, 'first' => $run[0], 'last' => $run[1]],
                $chart->runs,
            ),
        ];
        usort($signals, static fn (array $a, array $b) => [$b['last'], $b['first']] <=> [$a['last'], $a['first']]);

        return new self($batches, $chart, $signals);
    }

    /**
     * @param array{kind: DriftKind, first: int, last: int} $signal
     *
     * @return non-empty-list<string> of its batches, in the order in which they were stuck
     */
    public function codes(array $signal): array
    {
        $these = array_slice($this->batches, $signal['first'], $signal['last'] - $signal['first'] + 1);
        $codes = array_map(static fn (SortedBatch $batch) => $batch->code, $these);

        return $codes !== [] ? $codes : throw new \LogicException('A signal has its batches.');
    }

    /**
     * What most batches of a signal are, and most others on the chart are not.
     *
     * @param array{kind: DriftKind, first: int, last: int} $signal
     *
     * @return list<Unlike> the most unlike first
     */
    public function unlike(array $signal): array
    {
        return Unlike::of(
            array_slice($this->batches, $signal['first'], $signal['last'] - $signal['first'] + 1),
            [...array_slice($this->batches, 0, $signal['first']), ...array_slice($this->batches, $signal['last'] + 1)],
        );
    }

    /**
     * How likely so few, or so many, of one batch were to root by what the others on the chart teach; null of a stretch.
     *
     * @param array{kind: DriftKind, first: int, last: int} $signal
     */
    public function chance(array $signal, CropPrior $prior): ?float
    {
        if ($signal['kind'] !== DriftKind::Below && $signal['kind'] !== DriftKind::Above) {
            return null;
        }
        $others = array_values(array_diff_key($this->batches, [$signal['last'] => true]));
        $surprise = BatchSurprise::of($prior, array_map(static fn (SortedBatch $other) => $other->result, $others), $this->batches[$signal['last']]->result);

        return $signal['kind'] === DriftKind::Below ? $surprise->chanceAsLow : $surprise->chanceAsHigh;
    }
}
