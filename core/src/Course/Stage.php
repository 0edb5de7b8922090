<?php

declare(strict_types=1);

namespace WetCradle\Core\Course;

use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Range;

/** One stage of a course: what it is, how long it takes or what ends it, in what the batch stands, and the jobs it brings. */
final class Stage
{
    /**
     * @param ?Range         $days   that it takes; null where something else ends it
     * @param Fact           $ends   what ends it
     * @param ?Fact          $place  what it needs of its place; null where it needs nothing said
     * @param int            $number of the step, of stages that come in steps; else 1
     * @param ?string        $what   is set in it, in the words of the sheet
     * @param list<StageJob> $jobs
     */
    public function __construct(
        public readonly StageKind $kind,
        public readonly ?Range $days,
        public readonly Fact $ends,
        public readonly Stands $stands,
        public readonly ?Fact $place = null,
        public readonly int $number = 1,
        public readonly ?string $what = null,
        public readonly array $jobs = [],
    ) {
    }
}
