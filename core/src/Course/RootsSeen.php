<?php

declare(strict_types=1);

namespace WetCradle\Core\Course;

/** What the newest check of a batch showed: so many of those lifted had roots. */
final class RootsSeen
{
    public function __construct(public readonly \DateTimeImmutable $on, public readonly int $lifted, public readonly int $rooted)
    {
    }

    public function share(): float
    {
        return $this->lifted === 0 ? 0.0 : $this->rooted / $this->lifted;
    }
}
