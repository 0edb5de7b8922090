<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

/** What it stands under until it is weaned. */
final class Care
{
    /**
     * @param float                                $lightHours a day
     * @param list<array{days: int, what: string}> $weaning    step by step
     */
    public function __construct(
        public readonly Water $water,
        public readonly Warmth $warmth,
        public readonly float $lightHours,
        public readonly string $cover,
        public readonly array $weaning,
    ) {
    }
}
