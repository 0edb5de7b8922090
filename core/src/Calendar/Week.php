<?php

declare(strict_types=1);

namespace WetCradle\Core\Calendar;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** A calendar week, Monday to Sunday, written 2026-W48 (ISO 8601). */
final class Week
{
    /** A Monday: the days of weeks are counted from it. */
    private const FIRST = '1970-01-05';
    /** The same as the number of a day. */
    private const FIRST_NUMBER = 4;

    /** Weeks that every year has. */
    private const EACH_YEAR = 52;

    /** @var array<int, \DateTimeImmutable> Mondays by ordinal, once they were asked for: the same weeks are asked for again and again */
    private static array $mondays = [];
    /** @var array<int, int> the ordinal of the first week of a year, in the same way */
    private static array $firsts = [];

    /** @param int $ordinal weeks since the first Monday of 1970 */
    private function __construct(private readonly int $ordinal)
    {
    }

    /** @throws Refused for the field that is wrong */
    public static function of(string $written, string $field = 'week'): self
    {
        if (preg_match('/^(\d{4})-W(\d{2})$/', $written, $match) === 1) {
            [$year, $number] = [(int) $match[1], (int) $match[2]];
            $week = self::ofYear($year, max(1, $number));
            // Only a year that is long has so many: there it is not another's first.
            $isThere = $number >= 1 && ($number <= self::EACH_YEAR || $week->written() === $written);
            if ($isThere && $year >= 1990 && $year <= 2100) {
                return $week;
            }
        }
        throw Refused::because('not_a_week', $field, Fact::of('refused.week.not_a_week', written: $written));
    }

    /**
     * The week that somebody typed into a field.
     *
     * @throws Refused for the field that is wrong
     */
    public static function read(Fields $in, string $name, self $now): self
    {
        $weeks = self::meantBy($in->text($name, 30), $now);

        return match (count($weeks)) {
            1 => $weeks[0],
            0 => throw $in->refuse('not_a_week', $name, Fact::of('refused.fields.not_a_week')),
            default => throw $in->refuse(
                'two_ways',
                $name,
                Fact::of('refused.fields.two_ways', one: $weeks[0]->written(), other: $weeks[1]->written()),
            ),
        };
    }

    /**
     * Weeks that a person may have meant: by its number, the next such week that has not gone by, or with its year
     * (`41`, `W41`, `41/2027`, `2027-W41`); or the one that holds a day (`2027-10-14`, `14.10.2027`, `14 Oct 2027`,
     * `14/10/2027`).
     *
     * @return list<self> none where it says no week, two where a day can be read in two ways
     */
    public static function meantBy(string $typed, self $now): array
    {
        $plain = strtolower(trim((string) preg_replace('/\s+/', ' ', $typed)));
        if (preg_match('/^(?:w|wk|week)? ?(\d{1,2})$/', $plain, $match) === 1) {
            $year = (int) $now->monday()->format('o');

            return array_slice([...self::numbered($year, (int) $match[1], $now), ...self::numbered($year + 1, (int) $match[1], $now)], 0, 1);
        }
        if (preg_match('~^(?:w|wk|week)? ?(?<number>\d{1,2}) ?[/ ] ?(?<year>\d{4})$|^(?<year2>\d{4})[- /]?w ?(?<number2>\d{1,2})$~', $plain, $match) === 1) {
            return self::numbered((int) ($match['year2'] ?? $match['year']), (int) ($match['number2'] ?? $match['number']), null);
        }
        $months = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
        $weeks = match (1) {
            preg_match('/^(\d{4})-(\d{1,2})-(\d{1,2})$/', $plain, $at) => self::holding((int) $at[1], (int) $at[2], (int) $at[3]),
            preg_match('/^(\d{1,2})\.(\d{1,2})\.(\d{4})$/', $plain, $at) => self::holding((int) $at[3], (int) $at[2], (int) $at[1]),
            preg_match('~^(\d{1,2})/(\d{1,2})/(\d{4})$~', $plain, $at) => self::holding((int) $at[3], (int) $at[2], (int) $at[1])
                + self::holding((int) $at[3], (int) $at[1], (int) $at[2]),
            preg_match('/^(\d{1,2}) ([a-z]{3})[a-z]* (\d{4})$/', $plain, $at) => self::holding(
                (int) $at[3],
                1 + (int) array_search($at[2], [...$months, $at[2]], true),
                (int) $at[1],
            ),
            default => [],
        };

        return array_values($weeks);
    }

    /** @return array<string, self> the week of a day, by its name; none where there is no such day */
    private static function holding(int $year, int $month, int $day): array
    {
        if (!checkdate($month, $day, $year)) {
            return [];
        }
        $week = self::containing((new \DateTimeImmutable('2000-01-01'))->setDate($year, $month, $day));

        return $week->isOfOurTimes() ? [$week->written() => $week] : [];
    }

    /** @return list<self> none where the year has no such week, or where it has gone by before another one */
    private static function numbered(int $year, int $number, ?self $notBefore): array
    {
        if ($number < 1 || $number > 53) {
            return [];
        }
        $week = self::ofYear($year, $number);

        return (int) $week->monday()->format('o') === $year && $week->isOfOurTimes() && ($notBefore === null || $notBefore->until($week) >= 0) ? [$week] : [];
    }

    private function isOfOurTimes(): bool
    {
        return $this->monday()->format('o') >= 1990 && $this->monday()->format('o') <= 2100;
    }

    public static function containing(\DateTimeImmutable $day): self
    {
        return new self(self::ordinalOf($day));
    }

    /** `containing($day)->ordinal()`, for many days. */
    public static function ordinalOf(\DateTimeImmutable $day): int
    {
        return (int) floor((DayNumber::of($day) - self::FIRST_NUMBER) / 7);
    }

    /** The number of a week's Monday, by the week's ordinal. */
    public static function mondayNumber(int $ordinal): int
    {
        return self::FIRST_NUMBER + 7 * $ordinal;
    }

    public static function ofOrdinal(int $ordinal): self
    {
        return new self($ordinal);
    }

    /** The numbered week of a year; its last one where the year has no week 53. */
    public static function inYear(int $year, int $number): self
    {
        return self::ofYear($year, min(self::firstOf($year + 1) - self::firstOf($year), $number));
    }

    /** Where the year has no such week, one of the next. */
    private static function ofYear(int $year, int $number): self
    {
        return new self(self::firstOf($year) + $number - 1);
    }

    /** It is the one that holds 4 January (ISO 8601). */
    private static function firstOf(int $year): int
    {
        return self::$firsts[$year] ??= self::ordinalOf((new \DateTimeImmutable('2000-01-04'))->setDate($year, 1, 4));
    }

    public function monday(): \DateTimeImmutable
    {
        return self::$mondays[$this->ordinal] ??= (new \DateTimeImmutable(self::FIRST))->setDate(1970, 1, 5 + 7 * $this->ordinal);
    }

    public function sunday(): \DateTimeImmutable
    {
        return $this->monday()->modify('+6 days');
    }

    public function plus(int $weeks): self
    {
        return new self($this->ordinal + $weeks);
    }

    /** How many weeks from this one to the other; negative when the other is earlier. */
    public function until(self $other): int
    {
        return $other->ordinal - $this->ordinal;
    }

    /** Weeks since the Monday of 1970-W02: consecutive weeks have consecutive ordinals. */
    public function ordinal(): int
    {
        return $this->ordinal;
    }

    public function holds(\DateTimeImmutable $day): bool
    {
        return self::ordinalOf($day) === $this->ordinal;
    }

    public function written(): string
    {
        return $this->monday()->format('o-\WW');
    }

    /** The week's number in its year, 1 to 53. */
    public function number(): int
    {
        return (int) $this->monday()->format('W');
    }
}
