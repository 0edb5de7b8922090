<?php

declare(strict_types=1);

namespace WetCradle\Core\Calendar;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/**
 * How weeks at the reference climate become weeks on this site: half a year on in the south, then so many weeks as set,
 * or as many as the site's own degree-days run ahead of or behind the reference's.
 */
final class WindowShift
{
    /** Degree-days for windows are counted above this, °C. */
    public const BASE = 5.0;
    public const MOST = 12;
    /** Fewer degree-days than these say nothing: deep winter is the same everywhere. */
    private const NOTHING = 5.0;
    private const LEANING_DAYS = 110;

    /** @var array<int, int> by week */
    private array $known = [];

    private function __construct(private readonly bool $south, private readonly int $weeks, private readonly ?SiteAir $site)
    {
    }

    /**
     * @param int      $weeks later (or, negative, earlier) than the reference
     * @param ?SiteAir $site  where given, its degree-days decide instead
     *
     * @throws Refused for `windowWeeks`
     */
    public static function of(Hemisphere $hemisphere, int $weeks, ?SiteAir $site = null): self
    {
        if (abs($weeks) > self::MOST) {
            throw Refused::because('out_of_range', 'windowWeeks', Fact::of('refused.window_shift.out_of_range', most: self::MOST));
        }

        return new self($hemisphere === Hemisphere::South, $weeks, $site);
    }

    public static function none(): self
    {
        return new self(false, 0, null);
    }

    /** Half a year in the south. */
    public function hemisphereWeeks(): int
    {
        return $this->south ? 26 : 0;
    }

    /** Weeks by which this week of the reference year comes later here, the hemisphere left out. */
    public function weeksLater(int $week): int
    {
        return $this->known[$week] ??= $this->site === null ? $this->weeks : $this->byDegreeDays($week);
    }

    /** Which way and why, for a window that begins in this week of the reference year. */
    public function words(int $week): Fact
    {
        $by = $this->weeksLater($week);
        $parts = [match (true) {
            $by === 0 => Fact::of('calendar.as_reference'),
            $by > 0 => Fact::of('calendar.later', weeks: $by),
            default => Fact::of('calendar.earlier', weeks: -$by),
        }];
        if ($this->site !== null) {
            $parts[] = Fact::of('calendar.by_degree_days', above: (int) self::BASE);
        } elseif ($by !== 0) {
            $parts[] = Fact::of('calendar.as_set');
        }

        return Fact::listed(...$parts, ...($this->south ? [Fact::of('calendar.south')] : []));
    }

    private function byDegreeDays(int $week): int
    {
        $site = $this->south ? $this->site?->otherHemisphere() : $this->site;
        if ($site === null) {
            return 0;
        }
        $reference = Climate::reference();
        $day = 7 * ($week - 1) + 4;
        $sinceCold = ($day - $reference->coldestDay() + 730) % 365;
        $pastWarmest = $sinceCold - ($reference->warmestDay() - $reference->coldestDay() + 365) % 365;
        // Spring is counted from the cold behind it, autumn from the cold before it, and late summer leans over from one to the other.
        $autumn = max(0.0, min(1.0, $pastWarmest / self::LEANING_DAYS));
        $days = ($autumn < 1.0 ? (1.0 - $autumn) * self::daysLater($reference, $site, 1, $sinceCold) : 0.0)
            + ($autumn > 0.0 ? $autumn * self::daysLater($reference, $site, -1, 365 - $sinceCold) : 0.0);

        return max(-self::MOST, min(self::MOST, (int) round($days / 7)));
    }

    /** Days by which the site lags behind the reference climate, so many days after (or before) the reference's coldest day. */
    private static function daysLater(SiteAir $reference, SiteAir $site, int $direction, int $steps): int
    {
        $sum = self::degreeDays($reference, $direction, $steps);
        if ($sum < self::NOTHING) {
            return 0;
        }
        for ($reached = 0.0, $k = 0; $k < 365 && $reached < $sum; ++$k) {
            $reached += max(0.0, $site->onDay($site->coldestDay() + $direction * ($k + 1)) - self::BASE);
        }
        $later = $site->coldestDay() - $reference->coldestDay() + $direction * ($k - $steps);

        return ($later + 182 + 730) % 365 - 182;
    }

    /** Degree-days from the coldest day on, forwards or backwards, over so many days. */
    private static function degreeDays(SiteAir $air, int $direction, int $steps): float
    {
        $sum = 0.0;
        for ($k = 1; $k <= $steps; ++$k) {
            $sum += max(0.0, $air->onDay($air->coldestDay() + $direction * $k) - self::BASE);
        }

        return $sum;
    }
}
