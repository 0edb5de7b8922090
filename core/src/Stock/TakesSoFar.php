<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

/** What is taken of a block while a plan is made: one for the block, and for its plants of one sex. */
final class TakesSoFar
{
    /** @param list<array{on: \DateTimeImmutable, cuttings: int, stuck: bool, sex: ?Sex}> $all */
    public function __construct(public array $all)
    {
    }
}
