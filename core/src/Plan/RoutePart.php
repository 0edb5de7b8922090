<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Stock\Supply;

/** One batch of a route, with the good plants that it is for. */
final class RoutePart
{
    public function __construct(
        public readonly PlainDates $dates,
        public readonly int $trays,
        public readonly int $stick,
        public readonly ?Supply $supply,
        public readonly int $plants,
    ) {
    }
}
