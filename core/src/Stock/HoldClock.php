<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Crops\Hold;
use WetCradle\Core\Crops\HoldWay;
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
     * What it says from when on, in order; `{span}` stands for the time to its due moment, or since.
     *
     * @return non-empty-list<array{from: \DateTimeImmutable, state: 'fresh'|'soon'|'past'|'sealing'|'sealed', words: string}>
     */
    public function phases(): array
    {
        $long = $this->due->format('j M, H:i');
        if ($this->seals) {
            return [
                ['from' => $this->start, 'state' => 'sealing', 'words' => sprintf('Sealing dry: {span} to go, until %s.', $long)],
                ['from' => $this->due, 'state' => 'sealed', 'words' => sprintf('Sealed since %s: stick it.', $long)],
            ];
        }
        $until = $this->due->format('Y-m-d') === $this->start->format('Y-m-d') ? $this->due->format('H:i') : $long;

        return [
            ['from' => $this->start, 'state' => 'fresh', 'words' => sprintf('Keeps {span} more, until %s.', $until)],
            ['from' => $this->warnAt, 'state' => 'soon', 'words' => sprintf('Stick soon: keeps {span} more, until %s.', $until)],
            ['from' => $this->due, 'state' => 'past', 'words' => 'Kept too long by {span}. Cut again, or throw what has wilted.'],
        ];
    }

    /** @return 'fresh'|'soon'|'past'|'sealing'|'sealed' */
    public function at(\DateTimeImmutable $now): string
    {
        return $this->phaseAt($now)['state'];
    }

    public function words(\DateTimeImmutable $now): string
    {
        return strtr($this->phaseAt($now)['words'], ['{span}' => self::span(abs($this->due->getTimestamp() - $now->getTimestamp()))]);
    }

    /** @return array{from: \DateTimeImmutable, state: 'fresh'|'soon'|'past'|'sealing'|'sealed', words: string} */
    private function phaseAt(\DateTimeImmutable $now): array
    {
        $phases = $this->phases();
        $phase = $phases[0];
        foreach ($phases as $next) {
            $phase = $now >= $next['from'] ? $next : $phase;
        }

        return $phase;
    }

    private static function span(int $seconds): string
    {
        $minutes = intdiv($seconds, 60);

        return match (true) {
            $minutes >= 2880 => sprintf('%d days', intdiv($minutes, 1440)),
            $minutes >= 120 => sprintf('%d hours', intdiv($minutes, 60)),
            default => sprintf('%d min', $minutes),
        };
    }
}
