<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

use WetCradle\Core\Fact;

/** What the warmth that a batch really had means for its days, beside the warmth that its plan reckons with. */
final class WarmthGiven
{
    /** A day that gave less than this of what was planned is one on which it was too cold, or too hot. */
    private const SHORT = 0.9;
    /** Days by which it is later or sooner before anybody is told. */
    private const WORTH_TELLING = 1;

    /**
     * @param float                                                 $daysLate as its plan's warmth would make them good; negative where it is ahead
     * @param ?array{from: \DateTimeImmutable, to: \DateTimeImmutable} $worst    the stretch of days that cost most
     */
    private function __construct(public readonly float $daysLate, public readonly ?array $worst)
    {
    }

    /** @param list<array{on: \DateTimeImmutable, given: float, planned: float}> $days thermal days of each, in order, those that were measured or not */
    public static function over(array $days): self
    {
        $planned = array_sum(array_column($days, 'planned'));
        if ($planned <= 0.0) {
            return new self(0.0, null);
        }
        $worst = $run = null;
        $cost = 0.0;
        $most = 0.0;
        foreach ($days as $day) {
            if ($day['given'] >= self::SHORT * $day['planned']) {
                $run = null;
                $cost = 0.0;
                continue;
            }
            $run = ['from' => $run['from'] ?? $day['on'], 'to' => $day['on']];
            $cost += $day['planned'] - $day['given'];
            if ($cost > $most) {
                [$most, $worst] = [$cost, $run];
            }
        }

        return new self(count($days) * ($planned - array_sum(array_column($days, 'given'))) / $planned, $worst);
    }

    /** Null where it is nothing to speak of. */
    public function words(): ?Fact
    {
        $days = (int) round(abs($this->daysLate));
        if ($days < self::WORTH_TELLING) {
            return null;
        }
        if ($this->daysLate < 0.0) {
            return Fact::of('warmth_given.sooner', days: $days);
        }
        $worst = $this->worst;

        return $worst === null
            ? Fact::of('warmth_given.later', days: $days)
            : Fact::of('warmth_given.later_since', days: $days, from: $worst['from'], to: $worst['to']);
    }
}
