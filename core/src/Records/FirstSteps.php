<?php

declare(strict_types=1);

namespace WetCradle\Core\Records;

/** How far a nursery has come that begins with nothing. */
final class FirstSteps
{
    /** @param array<string, int> $have how many are there already of what a step enters, by step */
    private function __construct(private readonly array $have)
    {
    }

    /** @param array<string, int> $have how many are there already of what a step enters, by step; none of what is not named */
    public static function of(array $have): self
    {
        return new self($have);
    }

    public function have(FirstStep $step): int
    {
        return max(0, $this->have[$step->value] ?? 0);
    }

    public function isDone(FirstStep $step): bool
    {
        return $this->have($step) > 0;
    }

    /** Once something is planned the house runs, and nobody is led any more. */
    public function isOver(): bool
    {
        return $this->isDone(FirstStep::Plan);
    }

    /** @return list<FirstStep> what a step still waits for */
    public function missing(FirstStep $for): array
    {
        return array_values(array_filter($for->needs(), fn (FirstStep $needed) => !$this->isDone($needed)));
    }

    /** What to do now: the first that is not done and waits for nothing; null where all is done. */
    public function next(): ?FirstStep
    {
        foreach (FirstStep::cases() as $step) {
            if (!$this->isDone($step) && $this->missing($step) === []) {
                return $step;
            }
        }

        return null;
    }
}
