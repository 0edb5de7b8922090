<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Calendar\WorkDays;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** The hands there are: hours a week each, and the days on which some or all are away. */
final class Crew
{
    private const WORKING_DAYS = 5;

    /**
     * @param list<array{person: int, hours: float}>                                $hands
     * @param list<array{who: ?int, from: string, to: string, why: ?string}> $away  who is null where all are
     */
    private function __construct(public readonly array $hands, public readonly array $away)
    {
    }

    /**
     * @param Fields $in {hands: [{person, hours}], away: [{who?, from, to, why?}]}
     *
     * @throws Refused for `who`, `to` or another field that is wrong
     */
    public static function read(Fields $in): self
    {
        $hands = array_map(static function (Fields $entry): array {
            $read = ['person' => $entry->count('person', 1), 'hours' => $entry->number('hours', 0, 80)];
            $entry->done();

            return $read;
        }, $in->objects('hands', 100));
        $people = array_column($hands, 'person');
        foreach (array_keys(array_diff_key($people, array_unique($people))) as $i) {
            throw $in->refuse('taken', "hands[{$i}].person", Fact::of('refused.crew.taken'));
        }
        $away = array_map(static function (Fields $entry) use ($people): array {
            $who = $entry->has('who') ? $entry->count('who', 1) : null;
            if ($who !== null && !in_array($who, $people, true)) {
                throw $entry->refuse('unknown', 'who', Fact::of('refused.crew.unknown'));
            }
            [$from, $to] = [$entry->day('from'), $entry->day('to')];
            if ($to < $from) {
                throw $entry->refuse('upside_down', 'to', Fact::of('refused.crew.upside_down'));
            }
            $read = ['who' => $who, 'from' => $from->format('Y-m-d'), 'to' => $to->format('Y-m-d'), 'why' => $entry->textOr('why', null, 120)];
            $entry->done();

            return $read;
        }, $in->objects('away', 400));
        $in->done();

        return new self($hands, $away);
    }

    public static function nobody(): self
    {
        return new self([], []);
    }

    /**
     * The same when some work here no more.
     *
     * @param list<int> $gone people
     */
    public function without(array $gone): self
    {
        $stays = static fn (?int $person) => !in_array($person, $gone, true);

        return new self(
            array_values(array_filter($this->hands, static fn (array $hand) => $stays($hand['person']))),
            array_values(array_filter($this->away, static fn (array $entry) => $stays($entry['who']))),
        );
    }

    /**
     * Hours of work in a week, Monday to Friday, less who is away.
     *
     * @param ?\DateTimeImmutable $from only what is left of the week from this day on
     */
    public function hoursIn(Week $week, ?\DateTimeImmutable $from = null): float
    {
        $days = [];
        for ($i = 0; $i < self::WORKING_DAYS; ++$i) {
            $days[] = $week->monday()->modify(sprintf('+%d days', $i))->format('Y-m-d');
        }
        $left = $from === null ? $days : array_filter($days, static fn (string $day) => $day >= $from->format('Y-m-d'));
        $hours = 0.0;
        foreach ($this->hands as $hand) {
            $there = array_filter($left, fn (string $day) => !$this->isAway($hand['person'], $day));
            $hours += $hand['hours'] * count($there) / self::WORKING_DAYS;
        }

        return $hours;
    }

    /** How many hands are there on a day; on a day without work, none. */
    public function thereOn(\DateTimeImmutable $day): int
    {
        return count($this->peopleOn($day));
    }

    /** @return list<int> who is there on a day, those of most hours first */
    public function peopleOn(\DateTimeImmutable $day): array
    {
        if ((int) $day->format('N') > self::WORKING_DAYS) {
            return [];
        }
        $there = array_filter($this->hands, fn (array $hand) => $hand['hours'] > 0.0 && !$this->isAway($hand['person'], $day->format('Y-m-d')));
        usort($there, static fn (array $a, array $b) => [$b['hours'], $a['person']] <=> [$a['hours'], $b['person']]);

        return array_column($there, 'person');
    }

    /** Days on which there is anybody; as long as no hands are entered, every day of the working week. */
    public function workDays(): WorkDays
    {
        $hasHours = array_filter($this->hands, static fn (array $hand) => $hand['hours'] > 0.0) !== [];

        return WorkDays::where(fn (\DateTimeImmutable $day) => $hasHours
            ? $this->thereOn($day) > 0
            : (int) $day->format('N') <= self::WORKING_DAYS && !$this->isAway(null, $day->format('Y-m-d')));
    }

    /** @return array{hands: list<array{person: int, hours: float}>, away: list<array{who: ?int, from: string, to: string, why: ?string}>} */
    public function toArray(): array
    {
        return ['hands' => $this->hands, 'away' => $this->away];
    }

    private function isAway(?int $person, string $day): bool
    {
        foreach ($this->away as $entry) {
            if (($entry['who'] === null || $entry['who'] === $person) && $day >= $entry['from'] && $day <= $entry['to']) {
                return true;
            }
        }

        return false;
    }
}
