<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Book\State;

/**
 * How far plants come: of those that left a stage of the course, the share that reached the next; what stands there still says
 * nothing yet.
 */
final class StageShare
{
    /** Of fewer batches their spread says nothing. */
    private const FEW = 5;

    /**
     * @param ?float                $share null where none left it
     * @param ?array{float, float} $range in which eight batches of ten lay; null of few
     */
    private function __construct(
        public readonly State $from,
        public readonly State $to,
        public readonly int $left,
        public readonly int $reached,
        public readonly int $batches,
        public readonly ?float $share,
        public readonly ?array $range,
    ) {
    }

    /**
     * @param list<StageFlow> $batches
     *
     * @return list<self> from stuck to sold
     */
    public static function of(array $batches): array
    {
        $shares = [];
        foreach (State::cases() as $from) {
            $to = $from->next();
            if ($to === null || $from === State::ToStick) {
                continue;
            }
            $some = array_filter($batches, static fn (StageFlow $batch) => $batch->left($from) > 0);
            // Plants that a count found again have come further than they were ever sent.
            $each = array_map(static fn (StageFlow $batch) => min(1.0, $batch->reached($to) / $batch->left($from)), $some);
            $left = array_sum(array_map(static fn (StageFlow $batch) => $batch->left($from), $some));
            $reached = array_sum(array_map(static fn (StageFlow $batch) => min($batch->left($from), $batch->reached($to)), $some));
            sort($each);
            $at = static fn (float $share): float => $each[(int) round($share * (count($each) - 1))];
            $shares[] = new self(
                $from,
                $to,
                $left,
                $reached,
                count($some),
                $left === 0 ? null : $reached / $left,
                count($each) < self::FEW ? null : [$at(0.1), $at(0.9)],
            );
        }

        return $shares;
    }
}
