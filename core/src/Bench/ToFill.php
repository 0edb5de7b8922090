<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/** One stage's question to the search: batches that ask for a place, batches that stay where they stand, and where each asking batch lies now. */
final class ToFill
{
    /**
     * @param list<Stay>                                  $stays
     * @param array<string, list<Leg>>                    $standing by what each is called where it stands
     * @param array<string, array{space: int, from: int}> $now      by code; not of what has no place yet
     */
    public function __construct(public readonly array $stays, public readonly array $standing, public readonly array $now)
    {
    }
}
