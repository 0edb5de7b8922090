<?php

declare(strict_types=1);

namespace WetCradle\Core\Course;

use WetCradle\Core\Calendar\DayGains;
use WetCradle\Core\Calendar\Need;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** From potting to ready: by degree-days of the site's air where a crop's need is known, else by plain days. */
final class GrowingOn
{
    private function __construct(private readonly int $days, private readonly ?Need $need)
    {
    }

    /** @throws Refused for `growOnDays` */
    public static function days(int $days): self
    {
        if ($days < 0 || $days > 1500) {
            throw Refused::because('out_of_range', 'growOnDays', Fact::of('refused.growing_on.out_of_range'));
        }

        return new self($days, null);
    }

    /**
     * @param float $base °C above which the need is counted
     *
     * @throws Refused for `degreeDays`
     */
    public static function degreeDays(float $need, float $base, SiteAir $air): self
    {
        if (!($need > 0.0)) {
            throw Refused::because('not_positive', 'degreeDays', Fact::of('refused.growing_on.not_positive'));
        }

        return new self(
            0,
            Need::of(
                $need,
                DayGains::by(static fn (int $day) => max(0.0, $air->onNumber($day) - $base)),
                'degreeDays',
                Fact::of('dates.never_grown', degreeDays: $need, base: $base),
            ),
        );
    }

    /** The day on which plants potted on this day are ready: the need is met by the day before. */
    public function readyOn(\DateTimeImmutable $potOn): \DateTimeImmutable
    {
        return $this->need?->metOn($potOn) ?? $potOn->add(new \DateInterval(sprintf('P%dD', $this->days)));
    }

    /** The last day to pot for plants due on this day. */
    public function potBy(\DateTimeImmutable $due): \DateTimeImmutable
    {
        return $this->need?->startBy($due) ?? $due->sub(new \DateInterval(sprintf('P%dD', $this->days)));
    }
}
