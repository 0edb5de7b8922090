<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

use WetCradle\Core\Calendar\DayGains;
use WetCradle\Core\Calendar\Need;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Range;

/** From sticking to rooted: so many days where the medium is kept at one warmth, by thermal days where it goes with the air. */
final class RootingTime
{
    private const EARLY = 0.1;
    private const LATE = 0.9;

    /** @param ?DayGains $gains thermal days of each day; null where a plain number of days says it */
    private function __construct(
        private readonly float $planned,
        private readonly ?Range $days,
        private readonly ?RootingPace $pace,
        private readonly ?Medium $medium,
        private readonly ?DayGains $gains,
        private readonly int $heldBack = 0,
    ) {
    }

    /**
     * @param Range $days    from the first tenth rooted to the ninth
     * @param float $planned of that way, the share that a plan takes
     */
    public static function days(Range $days, float $planned): self
    {
        return new self($planned, $days, null, null, null);
    }

    /** Where nothing roots at a set-point, every date is refused with `never_reached`. */
    public static function in(Medium $medium, RootingPace $pace, CardinalTemperatures $cardinal, float $planned): self
    {
        $progress = $medium->setPoint === null ? null : $cardinal->progressAt($medium->setPoint);

        if ($progress !== null && $progress > 0.0) {
            return self::days($pace->daysAt($progress), $planned);
        }
        $gains = DayGains::by(static fn (int $day) => $cardinal->progressAt($medium->onNumber($day)));

        return new self($planned, null, $pace, $medium, $gains);
    }

    /** The same, where what has rooted waits so many days for what roots after it. */
    public function heldBack(int $days): self
    {
        return new self($this->planned, $this->days, $this->pace, $this->medium, $this->gains, $days);
    }

    /** The day by which a tenth of the cuttings that will ever root have rooted: roots may be looked for. */
    public function rootedFrom(\DateTimeImmutable $stickOn): \DateTimeImmutable
    {
        return $this->days === null ? $this->need(self::EARLY)->metOn($stickOn) : self::after($stickOn, (int) $this->days->low);
    }

    /** The day by which nine tenths of the cuttings that will ever root have rooted. */
    public function rootedBy(\DateTimeImmutable $stickOn): \DateTimeImmutable
    {
        return $this->days === null ? $this->need(self::LATE)->metOn($stickOn) : self::after($stickOn, (int) $this->days->high);
    }

    /** The day for which weaning is planned. */
    public function weanOn(\DateTimeImmutable $stickOn): \DateTimeImmutable
    {
        return $this->weanOnAt($stickOn, 1.0);
    }

    /**
     * The day for which weaning would be planned, were the batch so many times as slow.
     *
     * @param float $times of the thermal days, 1 for what is planned
     */
    public function weanOnAt(\DateTimeImmutable $stickOn, float $times): \DateTimeImmutable
    {
        return self::after($this->days === null
            ? $this->need(null, $times)->metOn($stickOn)
            : self::after($stickOn, (int) round($times * self::plannedOf($this->days, $this->planned))), $this->heldBack);
    }

    /** The last day to stick for weaning on a day. */
    public function stickBy(\DateTimeImmutable $weanOn): \DateTimeImmutable
    {
        $rootedBy = $this->heldBack === 0 ? $weanOn : $weanOn->sub(new \DateInterval(sprintf('P%dD', $this->heldBack)));

        return $this->days === null
            ? $this->need(null)->startBy($rootedBy)
            : $rootedBy->sub(new \DateInterval(sprintf('P%dD', self::plannedOf($this->days, $this->planned))));
    }

    /** The day count that a plan uses of a range of days. */
    public static function plannedOf(Range $days, float $planned): int
    {
        return (int) ceil($days->low + $planned * ($days->high - $days->low));
    }

    /** @param ?float $share rooted of those that will; null for what a plan takes */
    private function need(?float $share, float $times = 1.0): Need
    {
        [$pace, $gains, $medium] = [$this->pace, $this->gains, $this->medium];
        if ($pace === null || $gains === null || $medium === null) {
            throw new \LogicException('Plain days need no warmth.');
        }
        [$early, $late] = [$pace->thermalDaysTo(self::EARLY), $pace->thermalDaysTo(self::LATE)];
        $tau = $times * ($share === null ? $early + $this->planned * ($late - $early) : $pace->thermalDaysTo($share));

        return Need::of($tau, $gains, 'rooting', $medium->setPoint === null
            ? Fact::of('rooting.never_warm_enough', thermalDays: (int) round($tau))
            : Fact::of('rooting.nothing_roots', at: $medium->setPoint));
    }

    private static function after(\DateTimeImmutable $day, int $days): \DateTimeImmutable
    {
        return $days === 0 ? $day : $day->add(new \DateInterval(sprintf('P%dD', $days)));
    }
}
