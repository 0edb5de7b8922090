<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/** How batches would lie in a zone from a week on, reckoned once for a house that is filled several times over. */
final class LaysKnown
{
    /** @var array<string, array<int, array<int, ?array{weeks: int, cost: int}>>> by code, space and week; null where a batch cannot lie so */
    private array $known = [];

    /**
     * @param callable(): ?array{weeks: int, cost: int} $reckon
     *
     * @return ?array{weeks: int, cost: int}
     */
    public function of(string $code, int $space, int $week, callable $reckon): ?array
    {
        if (!array_key_exists($week, $this->known[$code][$space] ?? [])) {
            $this->known[$code][$space][$week] = $reckon();
        }

        return $this->known[$code][$space][$week];
    }
}
