<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** Mist by the clock, whatever the weather: every so many minutes between two times of the day. */
final class ClockTimer implements SprayProgramme
{
    private function __construct(
        private readonly float $filmMm,
        private readonly float $litresPerFiring,
        public readonly int $from,
        public readonly int $to,
        public readonly int $every,
    ) {
    }

    /**
     * @param int $from  minute of the day
     * @param int $to    minute of the day in which it fires no more
     * @param int $every minutes
     *
     * @throws Refused for `to` or `every`
     */
    public static function of(FilmProgramme $as, int $from, int $to, int $every): self
    {
        if ($to <= $from) {
            throw Refused::because('upside_down', 'to', Fact::of('refused.clock_timer.upside_down'));
        }
        if ($every < 1) {
            throw Refused::because('not_positive', 'every', Fact::of('refused.clock_timer.not_positive'));
        }

        return new self($as->filmMm(), $as->litresPerFiring(), $from, $to, $every);
    }

    /**
     * @param FilmProgramme $as what falls on a leaf, and how much a firing takes
     * @param Fields        $in {from: minute of the day, to: minute of the day, every: minutes}
     *
     * @throws Refused for `from`, `to` or `every`
     */
    public static function read(FilmProgramme $as, Fields $in): self
    {
        $timer = $in->here(static fn () => self::of(
            $as, $in->count('from', 0, MistDay::MINUTES - 1), $in->count('to', 1, MistDay::MINUTES), $in->count('every', 1, MistDay::MINUTES),
        ));
        $in->done();

        return $timer;
    }

    public function filmMm(): float
    {
        return $this->filmMm;
    }

    public function litresPerFiring(): float
    {
        return $this->litresPerFiring;
    }

    public function firesAt(int $minute, int $since, float $film): bool
    {
        return $minute >= $this->from && $minute < $this->to && ($minute - $this->from) % $this->every === 0;
    }
}
