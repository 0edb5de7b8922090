<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Numbers\Range;

/** The warmth (°C in the mix) and the water (mist level) that a batch wants, or that a zone can give. */
final class Comfort
{
    private function __construct(public readonly Range $heat, public readonly Range $mist)
    {
    }

    public static function of(Range $heat, Range $mist): self
    {
        return new self($heat, $mist);
    }

    /** Whether one setting of warmth and water suits both. */
    public function meets(self $other): bool
    {
        return $this->heat->overlaps($other->heat) && $this->mist->overlaps($other->mist);
    }

    /** Equal comforts have equal keys. */
    public function key(): string
    {
        return implode('|', [...$this->heat->pair(), ...$this->mist->pair()]);
    }
}
