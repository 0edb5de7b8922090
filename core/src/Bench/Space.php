<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** A zone while the house is being filled: what it can give, and how many trays it holds in each week. */
final class Space
{
    /** @param list<int> $trays by week; none in a week in which it is out of use */
    private function __construct(public readonly string $name, public readonly array $trays, public readonly Comfort $comfort)
    {
    }

    /**
     * @param int       $weeks  that are being filled
     * @param list<int> $closed weeks, counted from 0, in which it is out of use
     *
     * @throws Refused for `trays`
     */
    public static function of(string $name, int $trays, Comfort $comfort, int $weeks, array $closed = []): self
    {
        if ($trays < 0) {
            throw Refused::because('negative', 'trays', Fact::of('refused.space.negative'));
        }
        $byWeek = array_fill(0, max(0, $weeks), $trays);
        foreach ($closed as $week) {
            if (isset($byWeek[$week])) {
                $byWeek[$week] = 0;
            }
        }

        return new self($name, array_values($byWeek), $comfort);
    }
}
