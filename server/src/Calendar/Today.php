<?php

declare(strict_types=1);

namespace WetCradle\Server\Calendar;

use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Refused;
use WetCradle\Server\Nursery\House;

/**
 * The nursery's calendar day and the time on its clocks, in its own time zone. CRADLE_TODAY fixes the day, or with a time of
 * day the moment, for trying out another time of year and for tests.
 */
final class Today
{
    private ?\DateTimeImmutable $day = null;

    public function __construct(
        private readonly House $house,
        private readonly ClockInterface $clock,
        #[Autowire('%env(CRADLE_TODAY)%')] private readonly string $fixed = '',
    ) {
    }

    /** The same all through a request, also of one that goes on past midnight. */
    public function day(): \DateTimeImmutable
    {
        return $this->day ??= $this->now()->setTime(0, 0);
    }

    public function week(): Week
    {
        return Week::containing($this->day());
    }

    /**
     * A day in a form on which something was done; today where none is typed.
     *
     * @throws Refused where it has not come
     */
    public function orPast(Fields $in, string $field): \DateTimeImmutable
    {
        $on = $in->has($field) ? $in->day($field) : $this->day();

        return $on <= $this->day() ? $on : throw $in->refuse('ahead', $field, sprintf('has not come yet; today is %s', $this->day()->format('Y-m-d')));
    }

    /**
     * The same with the time: now where it is today, else noon of that day, since nobody noted the hour.
     *
     * @throws Refused where it has not come
     */
    public function orPastMoment(Fields $in, string $field): \DateTimeImmutable
    {
        $on = $this->orPast($in, $field);

        return $on < $this->day() ? $on->setTime(12, 0) : $this->now();
    }

    /** What the clocks of the nursery say now. Days and times are kept as its clocks say them, so this one names no zone either. */
    public function now(): \DateTimeImmutable
    {
        if (str_contains($this->fixed, ':')) {
            return new \DateTimeImmutable($this->fixed);
        }
        $here = $this->clock->now()->setTimezone(new \DateTimeZone($this->house->timeZone()))->format('Y-m-d H:i:s');

        return new \DateTimeImmutable($this->fixed === '' ? $here : $this->fixed.' '.substr($here, 11));
    }

    /** The same as a moment of the world, for what is written in universal time. */
    public function moment(): \DateTimeImmutable
    {
        return $this->asMoment($this->now());
    }

    /** @param \DateTimeImmutable $at as the clocks of the nursery say it */
    public function asMoment(\DateTimeImmutable $at): \DateTimeImmutable
    {
        return new \DateTimeImmutable($at->format('Y-m-d H:i:s'), new \DateTimeZone($this->house->timeZone()));
    }
}
