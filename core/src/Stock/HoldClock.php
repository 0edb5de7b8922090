<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Crops\Hold;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;

/** From the cut to the tray: how long collected material still keeps, or, left dry, how long until its cut has sealed. */
final class HoldClock
{
    private function __construct(
        public readonly bool $seals,
        public readonly \DateTimeImmutable $start,
        public readonly \DateTimeImmutable $due,
        public readonly \DateTimeImmutable $warnAt,
    ) {
    }

    /** @param string $how shaded, cold or dry; refused where the sheet does not allow it */
    public static function of(Hold $hold, string $how, \DateTimeImmutable $start, HouseDefaults $house): self
    {
        $hold->mustAllow($how);
        $due = match ($how) {
            'cold' => $start->modify(sprintf('+%d days', $hold->coldDays)),
            'dry' => $start->modify(sprintf('+%d days', $hold->sealDays)),
            default => $start->modify(sprintf('+%d hours', $hold->shadedHours)),
        };
        $evening = $start->setTime(0, $house->whole(HouseDefault::StuckByEvening));
        if ($how === 'shaded' && $hold->sameDay && $evening > $start) {
            $due = min($due, $evening);
        }
        $seconds = $due->getTimestamp() - $start->getTimestamp();

        return new self($how === 'dry', $start, $due, $start->modify(sprintf('+%d seconds', (int) ($house->number(HouseDefault::WarnHeld) * $seconds))));
    }

    /** @return 'fresh'|'soon'|'past'|'sealing'|'sealed' */
    public function at(\DateTimeImmutable $now): string
    {
        return match (true) {
            $this->seals => $now >= $this->due ? 'sealed' : 'sealing',
            $now >= $this->due => 'past',
            default => $now >= $this->warnAt ? 'soon' : 'fresh',
        };
    }

    public function words(\DateTimeImmutable $now): string
    {
        $span = self::span(abs($this->due->getTimestamp() - $now->getTimestamp()));

        return match ($this->at($now)) {
            'sealing' => sprintf('Sealing dry: %s to go, until %s.', $span, $this->due->format('j M, H:i')),
            'sealed' => sprintf('Sealed since %s: stick it.', $this->due->format('j M, H:i')),
            'past' => sprintf('Kept too long by %s. Cut again, or throw what has wilted.', $span),
            'soon' => sprintf('Stick soon: keeps %s more, until %s.', $span, $this->due->format('H:i')),
            'fresh' => sprintf('Keeps %s more, until %s.', $span, $this->due->format($this->due->format('Y-m-d') === $now->format('Y-m-d') ? 'H:i' : 'j M, H:i')),
        };
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
