<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

/** What the sensors of a zone said at one time. */
final class Reading
{
    /**
     * @param int                  $minute since 1970, of universal time
     * @param array<string, float> $values by quantity, those that were said
     */
    public function __construct(public readonly int $minute, public readonly array $values)
    {
    }

    public function of(Quantity $quantity): ?float
    {
        return $this->values[$quantity->value] ?? null;
    }
}
