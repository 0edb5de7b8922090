<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Fact;

/** A place for one batch with the days it would have there; or why the nearest place will not do. */
final class Berth
{
    /**
     * @param ?PlainDates  $dates   null where it never roots there
     * @param ?Tenant      $tenant  as it would lie there
     * @param ?Offer       $offer   the zone's answer to it
     * @param ?Fact        $refusal why the place will not do
     * @param ?WeanedPlace $then    where it goes on once it is weaned; null where it stays until it is potted
     */
    public function __construct(
        public readonly int $zone,
        public readonly string $name,
        public readonly ?PlainDates $dates,
        public readonly ?Tenant $tenant,
        public readonly ?Offer $offer,
        public readonly ?Fact $refusal,
        public readonly ?WeanedPlace $then = null,
    ) {
    }

    public function isFree(): bool
    {
        return $this->refusal === null;
    }

    /** Whether its plants would be ready in their week, or before. */
    public function isInTimeFor(Week $ready): bool
    {
        return $this->dates?->isInTimeFor($ready) ?? false;
    }
}
