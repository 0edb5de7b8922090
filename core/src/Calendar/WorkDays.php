<?php

declare(strict_types=1);

namespace WetCradle\Core\Calendar;

/** The days on which somebody is there to stick and to pot. */
final class WorkDays
{
    /** Days further than which no day with hands is looked for: a house that rests longer has no plan to keep. */
    private const FARTHEST = 42;

    /** @var array<string, bool> what was asked before: a plan asks for the same days a thousand times */
    private array $known = [];

    /** @param \Closure(\DateTimeImmutable): bool $isOne */
    private function __construct(private readonly \Closure $isOne)
    {
    }

    /** @param \Closure(\DateTimeImmutable): bool $isOne whether somebody works on a day */
    public static function where(\Closure $isOne): self
    {
        return new self($isOne);
    }

    /** Where it does not matter who is there. */
    public static function everyDay(): self
    {
        return new self(static fn () => true);
    }

    /** The first from this day on; the day itself where none is near. */
    public function onOrAfter(\DateTimeImmutable $day): \DateTimeImmutable
    {
        return $this->nearest($day, '+1 day', self::FARTHEST) ?? $day;
    }

    /**
     * The last up to this day; the day itself where there is none.
     *
     * @param ?\DateTimeImmutable $earliest before which none is any good
     */
    public function onOrBefore(\DateTimeImmutable $day, ?\DateTimeImmutable $earliest = null): \DateTimeImmutable
    {
        $days = $earliest === null ? self::FARTHEST : min(self::FARTHEST, (int) $earliest->diff($day)->format('%r%a'));

        return $this->nearest($day, '-1 day', $days) ?? $day;
    }

    /** The first of a week; its Monday where there is none. */
    public function firstIn(Week $week): \DateTimeImmutable
    {
        return $this->nearest($week->monday(), '+1 day', 6) ?? $week->monday();
    }

    private function nearest(\DateTimeImmutable $day, string $step, int $within): ?\DateTimeImmutable
    {
        for ($days = 0; $days <= $within; ++$days, $day = $day->modify($step)) {
            if ($this->known[$day->format('Y-m-d')] ??= ($this->isOne)($day)) {
                return $day;
            }
        }

        return null;
    }
}
