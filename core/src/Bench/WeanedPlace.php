<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/** The place to which a batch goes on from under its mist, on the day on which it is weaned. */
final class WeanedPlace
{
    public function __construct(
        public readonly int $zone,
        public readonly string $name,
        public readonly \DateTimeImmutable $from,
        public readonly Tenant $tenant,
    ) {
    }
}
