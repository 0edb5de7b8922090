<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/** How batches would lie in a zone from a week on, reckoned once for a house that is filled several times over. */
final class LaysKnown
{
    /** @var array<string, array<int, array<int, int>>> weeks, by code, space and week; 0 where a batch cannot lie so */
    private array $weeks = [];
    /** @var array<string, array<int, array<int, int>>> the same for costs: hundreds of thousands of numbers take less than as many pairs */
    private array $costs = [];

    /**
     * @param callable(): ?array{weeks: int, cost: int} $reckon
     *
     * @return ?array{weeks: int, cost: int}
     */
    public function of(string $code, int $space, int $week, callable $reckon): ?array
    {
        $weeks = $this->weeks[$code][$space][$week] ?? null;
        if ($weeks === null) {
            $lay = $reckon();
            $weeks = $this->weeks[$code][$space][$week] = $lay['weeks'] ?? 0;
            $this->costs[$code][$space][$week] = $lay['cost'] ?? 0;
        }

        return $weeks === 0 ? null : ['weeks' => $weeks, 'cost' => $this->costs[$code][$space][$week]];
    }
}
