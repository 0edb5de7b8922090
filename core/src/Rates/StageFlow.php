<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Book\State;

/** How many plants of one batch ever came to each stage, and how many stand there still. */
final class StageFlow
{
    /**
     * @param array<string, int> $reached by state
     * @param array<string, int> $stands  by state
     */
    private function __construct(public readonly string $code, private readonly array $reached, private readonly array $stands)
    {
    }

    /**
     * @param array<string, int> $reached by state
     * @param array<string, int> $stands  by state
     */
    public static function of(string $code, array $reached, array $stands): self
    {
        return new self($code, $reached, $stands);
    }

    public function reached(State $state): int
    {
        return $this->reached[$state->value] ?? 0;
    }

    /** Those that came to a stage and are there no more. */
    public function left(State $state): int
    {
        return max(0, $this->reached($state) - ($this->stands[$state->value] ?? 0));
    }
}
