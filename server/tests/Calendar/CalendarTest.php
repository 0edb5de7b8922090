<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Calendar;

use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\Reader;
use WetCradle\Server\Tests\House;

/** The work as a calendar: as a file, and by a private address that can be withdrawn. */
final class CalendarTest extends House
{
    private static function read(string $calendar): VCalendar
    {
        $read = Reader::read($calendar);
        self::assertInstanceOf(VCalendar::class, $read);
        self::assertSame([], $read->validate());

        return $read;
    }

    public function testItHoldsWhatTodayAsksForAndStandsByTheStandard(): void
    {
        $this->signIn('bo');
        $answer = $this->send('GET', '/api/calendar.ics');
        self::assertStringStartsWith('text/calendar', (string) $answer->headers->get('Content-Type'));
        $days = [];
        foreach (self::read((string) $answer->getContent())->select('VEVENT') as $event) {
            $id = (string) $event->UID;
            self::assertArrayNotHasKey($id, $days, 'Each thing once.');
            $days[$id] = (string) $event->DTSTART;
        }
        $asked = array_filter($this->ask('GET', '/api/day')['things'], static fn (array $thing) => $thing['tag'] !== null);
        self::assertNotSame([], $asked);
        foreach ($asked as $thing) {
            $id = implode('-', array_filter([$thing['job'], $thing['tag']['code'], $thing['line'], $thing['step']], static fn ($part) => $part !== null));
            self::assertSame(strtr(max($thing['due'], '2027-05-12'), ['-' => '']), $days["{$id}@cradle.test"] ?? null, $id);
        }
        self::assertGreaterThan(count($asked), count($days), 'And what comes after this week.');
        self::assertSame([], array_filter($days, static fn (string $day) => $day < '20270512'), 'What is late stands on today.');
    }

    public function testAnAddressIsOnesOwnShownOnceAndOpensNothingOnceItIsWithdrawn(): void
    {
        $this->signIn('bo');
        self::assertSame(['since' => null, 'address' => null], $this->ask('GET', '/api/me/calendar'));
        $first = $this->ask('POST', '/api/me/calendar', [])['address'];
        self::assertSame(['since' => '2027-05-12', 'address' => null], $this->ask('GET', '/api/me/calendar'));
        $second = $this->ask('POST', '/api/me/calendar', [])['address'];
        self::assertStringNotContainsString(substr($second, 14, 40), (string) $this->db()->fetchOne('SELECT token FROM calendar_address'));
        $this->signIn('ines');
        self::assertNull($this->ask('GET', '/api/me/calendar')['since'], 'It is of one person.');
        $this->cookies([]);
        self::assertSame(404, $this->send('GET', $first)->getStatusCode(), 'A new one closes the one before.');
        self::read((string) $this->send('GET', $second)->getContent());
        self::assertSame(401, $this->send('GET', '/api/calendar.ics')->getStatusCode());
        $this->db()->executeStatement("UPDATE account SET ended_on = '2027-05-11' WHERE sign_in = 'bo'");
        self::assertSame(404, $this->send('GET', $second)->getStatusCode(), 'Who has left is told nothing.');
        $this->db()->executeStatement("UPDATE account SET ended_on = NULL WHERE sign_in = 'bo'");
        $this->signIn('bo');
        $this->ask('DELETE', '/api/me/calendar');
        self::assertSame(404, $this->send('GET', $second)->getStatusCode());
        self::assertSame(404, $this->send('DELETE', '/api/me/calendar')->getStatusCode());
    }
}
