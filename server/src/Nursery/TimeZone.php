<?php

declare(strict_types=1);

namespace WetCradle\Server\Nursery;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;

/** A time zone by its name: `Europe/Amsterdam`. */
final class TimeZone
{
    public static function read(Fields $in, string $name): string
    {
        $zone = $in->text($name, 60);

        return in_array($zone, \DateTimeZone::listIdentifiers(), true)
            ? $zone
            : throw $in->refuse('unknown_choice', $name, Fact::of('refused.nursery.no_time_zone'));
    }
}
