<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Fact;

/** A job that stock plants ask for, and the day from which they do. */
final class CareDue
{
    public function __construct(public readonly CareJob $job, public readonly \DateTimeImmutable $on, public readonly Fact $words)
    {
    }
}
