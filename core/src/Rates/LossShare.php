<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Book\LossCause;

/** What plants of some batches were lost to, as a share of all that were stuck. */
final class LossShare
{
    private function __construct(public readonly LossCause $cause, public readonly int $plants, public readonly float $share, public readonly int $batches)
    {
    }

    /**
     * @param list<array<string, int>> $lost  by batch and cause
     * @param int                      $stuck of all of them
     *
     * @return list<self> the greatest first; without causes of which nothing was lost
     */
    public static function of(array $lost, int $stuck): array
    {
        $shares = [];
        foreach ($stuck < 1 ? [] : LossCause::cases() as $cause) {
            $some = array_filter(array_map(static fn (array $one) => $one[$cause->value] ?? 0, $lost));
            if ($some !== []) {
                $shares[] = new self($cause, array_sum($some), array_sum($some) / $stuck, count($some));
            }
        }
        usort($shares, static fn (self $a, self $b) => $b->plants <=> $a->plants);

        return $shares;
    }
}
