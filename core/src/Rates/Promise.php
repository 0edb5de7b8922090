<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

/** What was promised of a batch when it was planned, and what came of it. */
final class Promise
{
    /** Of a batch of which less of what was planned was stuck, nothing was promised. */
    private const AS_PLANNED = 0.95;

    private function __construct(
        public readonly string $code,
        public readonly float $chance,
        public readonly bool $isKept,
    ) {
    }

    /**
     * @param float $chance that it gives enough, 0 to 1, as it was planned
     * @param int   $needed good plants
     * @param int   $good   that it gave
     */
    public static function of(string $code, float $chance, int $needed, int $good): self
    {
        return new self($code, max(0.0, min(1.0, $chance)), $good >= $needed);
    }

    /** Whether as many were stuck as were planned, but for a few. */
    public static function isAsPlanned(int $stuck, int $planned): bool
    {
        return $stuck >= self::AS_PLANNED * $planned;
    }
}
