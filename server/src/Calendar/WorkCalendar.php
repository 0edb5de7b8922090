<?php

declare(strict_types=1);

namespace WetCradle\Server\Calendar;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Sabre\VObject\Component\VCalendar;
use WetCradle\Core\Plan\DayList;
use WetCradle\Core\Plan\NextThing;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Nursery\Words;

/** The work of the coming weeks as a calendar (RFC 5545), a day each; what is late stands on today. */
final class WorkCalendar
{
    /** Weeks from the running one on. */
    private const WEEKS = 27;

    public function __construct(
        private readonly Connection $db,
        private readonly Outlooks $outlooks,
        private readonly House $house,
        private readonly Words $words,
        private readonly Today $today,
    ) {
    }

    /** @param string $host by which its events are told from those of others */
    public function of(string $host): string
    {
        $nursery = $this->house->nursery();
        $calendar = new VCalendar(['PRODID' => '-//Wet Cradle//Work//EN', 'X-WR-CALNAME' => $nursery->name, 'REFRESH-INTERVAL;VALUE=DURATION' => 'PT1H']);
        $things = $this->things();
        $crops = $this->crops(array_values(array_unique(array_map(static fn (NextThing $thing) => $thing->about, $things))));
        $now = \DateTime::createFromImmutable($this->today->moment()->setTimezone(new \DateTimeZone('UTC')));
        foreach ($things as $id => $thing) {
            $why = $this->words->say($thing->why);
            $event = $calendar->createComponent('VEVENT', [
                'UID' => "{$id}@{$host}",
                'DTSTAMP' => $now,
                'SUMMARY' => sprintf('%s %s, %s', $this->words->name($thing->job), $thing->about, $crops[$thing->about] ?? ''),
                'DESCRIPTION' => $thing->daysLate > 0 ? sprintf('%s. Since %s.', $why, $thing->due->format('Y-m-d')) : "{$why}.",
                'TRANSP' => 'TRANSPARENT',
            ]);
            $event->add('DTSTART', max($thing->due, $this->today->day())->format('Ymd'), ['VALUE' => 'DATE']);
            $calendar->add($event);
        }

        return $calendar->serialize();
    }

    /** @return array<string, NextThing> each once, where it is due first */
    private function things(): array
    {
        $outlooks = array_values($this->outlooks->all());
        $week = $this->today->week();
        $things = [];
        for ($i = 0; $i < self::WEEKS; ++$i) {
            foreach (DayList::of($outlooks, [], [], $week->plus($i), $this->today->day(), $this->house->defaults()) as $thing) {
                $parts = array_filter([$thing->job->value, $thing->about, $thing->line, $thing->step], static fn ($part) => $part !== null);
                $things[implode('-', $parts)] ??= $thing;
            }
        }

        return $things;
    }

    /**
     * @param list<string> $codes of batches
     *
     * @return array<string, string>
     */
    private function crops(array $codes): array
    {
        return array_map(strval(...), Row::pairs(
            $this->db,
            'SELECT b.code, c.name FROM batch b JOIN crop c ON c.id = b.crop_id WHERE b.code IN (?)',
            [$codes],
            [ArrayParameterType::STRING],
        ));
    }
}
