<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Calendar\SiteAir;

/** How the air of the weeks in which a batch roots was, beside what it is there in other years. */
enum WeatherThen: string
{
    case Colder = 'colder';
    case Usual = 'usual';
    case Warmer = 'warmer';

    /** Days from sticking that are looked at: in four weeks most kinds root or rot. */
    private const DAYS = 28;
    /** K that the mean of these days may lie off before anybody would speak of it. */
    private const OFF = 1.5;

    /** @return ?self null where fewer than three in four of the days were measured */
    public static function after(\DateTimeImmutable $stuckOn, SiteAir $air): ?self
    {
        $off = $air->offUsual($stuckOn, self::DAYS);

        return match (true) {
            $off === null => null,
            $off < -self::OFF => self::Colder,
            $off > self::OFF => self::Warmer,
            default => self::Usual,
        };
    }
}
