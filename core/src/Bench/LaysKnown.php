<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/**
 * How batches would lie in zones from a week on, reckoned once for a house that is filled several times over; and once for all
 * zones in which a batch takes as long.
 */
final class LaysKnown
{
    /** @var array<string, array<string, array<int, int>>> weeks, by code, kind of zone and week; 0 where a batch cannot lie so */
    private array $weeks = [];
    /** @var array<string, array<string, array<int, int>>> the same for costs: hundreds of thousands of numbers take less than as many pairs */
    private array $costs = [];

    /**
     * @param string                                    $zones  says in which kind of zone, the same for all in which it takes as long
     * @param callable(): ?array{weeks: int, cost: int} $reckon
     *
     * @return ?array{weeks: int, cost: int}
     */
    public function of(string $code, string $zones, int $week, callable $reckon): ?array
    {
        $weeks = $this->weeks[$code][$zones][$week] ?? null;
        if ($weeks === null) {
            $lay = $reckon();
            $weeks = $this->weeks[$code][$zones][$week] = $lay['weeks'] ?? 0;
            $this->costs[$code][$zones][$week] = $lay['cost'] ?? 0;
        }

        return $weeks === 0 ? null : ['weeks' => $weeks, 'cost' => $this->costs[$code][$zones][$week]];
    }
}
