<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Crops\Hold;
use WetCradle\Core\Crops\HoldWay;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Refused;

/** From the cut to the tray: how long collected material still keeps, or, left dry, how long until its cut has sealed. */
final class HoldClock
{
    private function __construct(
        public readonly bool $seals,
        public readonly \DateTimeImmutable $start,
        public readonly \DateTimeImmutable $due,
        private readonly \DateTimeImmutable $warnAt,
    ) {
    }

    /** @throws Refused for `how` where the sheet does not allow it */
    public static function of(Hold $hold, HoldWay $how, \DateTimeImmutable $start, HouseDefaults $house): self
    {
        $hold->mustAllow($how);
        $due = match ($how) {
            HoldWay::Cold => $start->modify(sprintf('+%d days', $hold->coldDays)),
            HoldWay::Dry => $start->modify(sprintf('+%d days', $hold->sealDays)),
            HoldWay::Shaded => $start->modify(sprintf('+%d hours', $hold->shadedHours)),
        };
        $evening = $start->setTime(0, $house->whole(HouseDefault::StuckByEvening));
        if ($how === HoldWay::Shaded && $hold->sameDay && $evening > $start) {
            $due = min($due, $evening);
        }
        $seconds = $due->getTimestamp() - $start->getTimestamp();

        return new self($how === HoldWay::Dry, $start, $due, $start->modify(sprintf('+%d seconds', (int) ($house->number(HouseDefault::WarnHeld) * $seconds))));
    }

    /**
     * What it says from when on, in order; the figure `span`, for the time to its due moment or since, is left to fill in as `{span}`.
     *
     * @return non-empty-list<array{from: \DateTimeImmutable, state: 'fresh'|'soon'|'past'|'sealing'|'sealed', words: Fact}>
     */
    public function phases(): array
    {
        $span = '{span}';
        if ($this->seals) {
            return [
                ['from' => $this->start, 'state' => 'sealing', 'words' => Fact::of('hold.sealing', span: $span, until: $this->due)],
                ['from' => $this->due, 'state' => 'sealed', 'words' => Fact::of('hold.sealed', since: $this->due)],
            ];
        }
        $until = Fact::of($this->due->format('Y-m-d') === $this->start->format('Y-m-d') ? 'hold.hour' : 'hold.day_and_hour', at: $this->due);

        return [
            ['from' => $this->start, 'state' => 'fresh', 'words' => Fact::of('hold.fresh', span: $span, until: $until)],
            ['from' => $this->warnAt, 'state' => 'soon', 'words' => Fact::of('hold.soon', span: $span, until: $until)],
            ['from' => $this->due, 'state' => 'past', 'words' => Fact::of('hold.past', span: $span)],
        ];
    }

    /** @return 'fresh'|'soon'|'past'|'sealing'|'sealed' */
    public function at(\DateTimeImmutable $now): string
    {
        return $this->phaseAt($now)['state'];
    }

    public function words(\DateTimeImmutable $now): Fact
    {
        return $this->phaseAt($now)['words']->with(span: self::span(abs($this->due->getTimestamp() - $now->getTimestamp())));
    }

    /** @return array{from: \DateTimeImmutable, state: 'fresh'|'soon'|'past'|'sealing'|'sealed', words: Fact} */
    private function phaseAt(\DateTimeImmutable $now): array
    {
        $phases = $this->phases();
        $phase = $phases[0];
        foreach ($phases as $next) {
            $phase = $now >= $next['from'] ? $next : $phase;
        }

        return $phase;
    }

    private static function span(int $seconds): Fact
    {
        $minutes = intdiv($seconds, 60);

        return match (true) {
            $minutes >= 2880 => Fact::of('hold.days', days: intdiv($minutes, 1440)),
            $minutes >= 120 => Fact::of('hold.hours', hours: intdiv($minutes, 60)),
            default => Fact::of('hold.minutes', minutes: $minutes),
        };
    }
}
