<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

/** A counted batch with what it can be sorted by. */
final class SortedBatch
{
    /** @param array<string, string> $sorts what it is of each sort, by sort; without those of which that is not known */
    private function __construct(public readonly string $code, public readonly PastBatch $result, private readonly array $sorts)
    {
    }

    /** @param array<string, string> $sorts */
    public static function of(string $code, PastBatch $result, array $sorts): self
    {
        return new self($code, $result, $sorts);
    }

    /** Null where that is not known. */
    public function is(Sort $sort): ?string
    {
        return $this->sorts[$sort->value] ?? null;
    }
}
