<?php

declare(strict_types=1);

namespace WetCradle\Core\Potting;

use WetCradle\Core\Calendar\Week;

/**
 * The hours that each week has for potting, taken up job by job. A job goes whole into the first week that has its hours; one
 * that no week has room for goes into the first week that has any, and is said to be over. None is held for too long.
 */
final class PotHours
{
    private const LITTLE = 1e-9;

    /** @var list<float> */
    private array $taken;

    /**
     * @param Week        $from the running week
     * @param list<float> $free hours a week for potting, from then on
     */
    private function __construct(private readonly Week $from, private readonly array $free)
    {
        $this->taken = array_fill(0, count($free), 0.0);
    }

    /** @param list<float> $free hours a week for potting, from then on */
    public static function of(Week $from, array $free): self
    {
        return new self($from, $free);
    }

    /** @return array{week: Week, over: bool} where it goes; its hours are taken */
    public function lay(PotJob $job): array
    {
        $first = max(0, $this->from->until(Week::containing($job->from)));
        $whole = $this->whole($job, $first);
        $at = $whole ?? $this->any($job, $first) ?? max(0, min($first, count($this->free) - 1));
        $this->add($at, $job->hours);

        return ['week' => $this->from->plus($at), 'over' => $whole === null];
    }

    /** Hours of other work, or of potting that is settled, in the week of a day. */
    public function take(\DateTimeImmutable $day, float $hours): void
    {
        $this->add($this->from->until(Week::containing($day)), $hours);
    }

    /** @return list<float> hours a week */
    public function taken(): array
    {
        return $this->taken;
    }

    private function add(int $week, float $hours): void
    {
        if (isset($this->taken[$week])) {
            $this->taken[$week] += $hours;
        }
    }

    private function whole(PotJob $job, int $first): ?int
    {
        for ($at = $first; $at < count($this->free); ++$at) {
            if ($this->taken[$at] + $job->hours <= $this->free[$at] + self::LITTLE && $this->may($job, $at, $first)) {
                return $at;
            }
        }

        return null;
    }

    private function may(PotJob $job, int $at, int $first): bool
    {
        return $at === $first || !$job->isHeldTooLong($this->from->plus($at));
    }

    private function any(PotJob $job, int $first): ?int
    {
        for ($at = $first; $at < count($this->free); ++$at) {
            if ($this->taken[$at] < $this->free[$at] - self::LITTLE && $this->may($job, $at, $first)) {
                return $at;
            }
        }

        return null;
    }
}
