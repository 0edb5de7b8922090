<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;

/**
 * What a block of stock plants asks for by a day: cut down once the frost has been, started again, fed after each take, its
 * flowers off while it grows, and raised anew before it is worn out.
 */
final class StockCare
{
    /** A take so long ago asks for no feed any more, days. */
    private const FORGOTTEN = 60;

    /**
     * @param ?StockYear                            $year         null where it does not rest
     * @param list<\DateTimeImmutable>              $takes        in order
     * @param array<string, \DateTimeImmutable>     $done         the newest day of each job, by its value
     * @param ?int                                  $replaceAfter years after which it is worn out
     * @param bool                                  $isReplaced   whether its replacement is ordered
     */
    public function __construct(
        private readonly ?StockYear $year,
        private readonly GrowingWeeks $growing,
        private readonly bool $feeds,
        private readonly bool $flowersOff,
        private readonly array $takes,
        private readonly array $done,
        private readonly int $plantedYear,
        private readonly int $notBefore,
        private readonly ?int $replaceAfter,
        private readonly bool $isReplaced,
        private readonly HouseDefaults $house,
    ) {
    }

    /** @return list<CareDue> the longest due first */
    public function due(\DateTimeImmutable $day): array
    {
        $due = array_values(array_filter([...$this->rest($day), $this->feed($day), $this->flowers($day), $this->replace($day)]));
        usort($due, static fn (CareDue $a, CareDue $b) => [$a->on, $a->job->value] <=> [$b->on, $b->job->value]);

        return $due;
    }

    /**
     * The week by which plants that take its place must be there: old enough to be taken from in the year in which this block
     * is worn out, and planted out in spring. Null where it never is.
     */
    public function replacedBy(Hemisphere $hemisphere): ?Week
    {
        return $this->replaceAfter === null
            ? null
            : Week::inYear($this->plantedYear + $this->replaceAfter + 1 - $this->notBefore, $hemisphere === Hemisphere::North ? 12 : 38);
    }

    /** @return list<?CareDue> */
    private function rest(\DateTimeImmutable $day): array
    {
        $rest = $this->year?->restOn($day);
        if ($rest === null) {
            return [];
        }
        $isDone = fn (CareJob $job, \DateTimeImmutable $since) => ($this->done[$job->value] ?? null) >= $since;

        return [
            $day < $rest->restart && !$isDone(CareJob::CutDown, $rest->from)
                ? new CareDue(CareJob::CutDown, $rest->from, Fact::of('care.cut_down', restart: Week::containing($rest->restart)))
                : null,
            $day >= $rest->restart && !$isDone(CareJob::Restart, $rest->from)
                ? new CareDue(CareJob::Restart, $rest->restart, Fact::of('care.restart', takeFrom: $rest->takeFrom))
                : null,
        ];
    }

    private function feed(\DateTimeImmutable $day): ?CareDue
    {
        $taken = array_filter($this->takes, static fn (\DateTimeImmutable $take) => $take <= $day);
        $last = $taken === [] ? null : max($taken);
        if (!$this->feeds || $last === null || ($this->done[CareJob::Feed->value] ?? null) >= $last || $this->year?->restOn($day) !== null) {
            return null;
        }
        $on = $last->modify(sprintf('+%d days', $this->house->whole(HouseDefault::FeedStockAfter)));

        return $on > $day || (int) $last->diff($day)->format('%a') > self::FORGOTTEN
            ? null
            : new CareDue(CareJob::Feed, $on, Fact::of('care.feed', taken: $last));
    }

    private function flowers(\DateTimeImmutable $day): ?CareDue
    {
        if (!$this->flowersOff || $this->year?->restOn($day) !== null || !$this->growing->grows(Week::containing($day)->ordinal())) {
            return null;
        }
        $last = $this->done[CareJob::FlowersOff->value] ?? null;
        $on = $last === null ? $day : $last->modify(sprintf('+%d days', $this->house->whole(HouseDefault::FlowersEvery)));

        return $on > $day ? null : new CareDue(CareJob::FlowersOff, $on, Fact::of('care.flowers_off'));
    }

    private function replace(\DateTimeImmutable $day): ?CareDue
    {
        if ($this->isReplaced || $this->replaceAfter === null) {
            return null;
        }
        $gone = $this->plantedYear + $this->replaceAfter;
        $on = Week::inYear($gone + 1 - $this->notBefore, 1)->monday()->modify(sprintf('-%d weeks', $this->house->whole(HouseDefault::ReplaceAhead)));

        return $on > $day ? null : new CareDue(CareJob::Replace, $on, Fact::of('care.replace', year: $gone));
    }
}
