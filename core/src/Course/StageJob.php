<?php

declare(strict_types=1);

namespace WetCradle\Core\Course;

use WetCradle\Core\Fact;

/** Work that a stage brings: as it begins, again and again, or as it ends. */
final class StageJob
{
    private function __construct(public readonly JobTime $when, public readonly Fact $what, public readonly ?int $days)
    {
    }

    public static function first(Fact $what): self
    {
        return new self(JobTime::Begin, $what, null);
    }

    /** @param int $days from one time to the next */
    public static function every(int $days, Fact $what): self
    {
        return new self(JobTime::Every, $what, $days);
    }

    public static function last(Fact $what): self
    {
        return new self(JobTime::End, $what, null);
    }
}
