<?php

declare(strict_types=1);

namespace WetCradle\Core\Potting;

use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Refused;

/** Potting on: a plant goes from its pot into a bigger one, when its roots have filled the first. */
final class PotOn
{
    /**
     * What to mind of a step from one size to the next; null where nothing is.
     *
     * @param int $from millilitres of the pot it stands in; none where it stands in no pot yet
     * @param int $to   millilitres of the pot it goes into
     *
     * @throws Refused for `pot` where that is no bigger
     */
    public static function caution(int $from, int $to, HouseDefaults $house): ?Fact
    {
        if ($from < 0 || $to < 1) {
            throw Refused::because('out_of_range', 'pot', Fact::of('refused.pot_on.out_of_range'));
        }
        if ($to <= $from) {
            throw Refused::because('not_bigger', 'pot', Fact::of('refused.pot_on.not_bigger'));
        }

        return $from > 0 && $to > $house->number(HouseDefault::MuchBigger) * $from
            ? Fact::of('potting.much_bigger', times: (int) round($to / $from))
            : null;
    }
}
