<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Demo;

use WetCradle\Server\Database\Statistics;
use WetCradle\Server\Demo\DemoYears;
use WetCradle\Server\Tests\House;
use WetCradle\Server\Tests\Statements;

/** Years behind a nursery hold what the database asks of every year, and change nothing of what is open. */
final class YearsTest extends House
{
    private const OPEN = [
        '/api/round', '/api/bench?week=2027-W19', '/api/bench/work', '/api/lots', '/api/day-sheet?day=2027-05-12', '/api/potting', '/api/mist/programmes',
    ];

    public function testWhatIsOverChangesNothingOfWhatIsOpen(): void
    {
        $this->signIn('ines');
        $before = $asked = [];
        foreach (self::OPEN as $read) {
            $asked[$read] = array_sum(Statements::during(function () use ($read, &$before): void {
                $before[$read] = (string) $this->send('GET', $read)->getContent();
            }));
        }
        $count = fn (string $table): int => (int) $this->db()->fetchOne("SELECT count(*) FROM {$table}");
        $was = [$count('batch'), $count('entry'), $count('root_check')];
        $db = $this->db();
        $added = (int) $db->transactional(static fn () => (new DemoYears($db))->add(2, 1, new \DateTimeImmutable('2027-05-12')));
        Statistics::anew($db);
        self::assertGreaterThan(200, $added);
        self::assertSame($was[0] + $added, $count('batch'));
        self::assertGreaterThan(2 * $was[1], $count('entry'));
        self::assertGreaterThan(2 * $was[2], $count('root_check'));
        self::assertSame([], $db->fetchAllAssociative('PRAGMA foreign_key_check'));
        self::assertSame(0, (int) $db->fetchOne('SELECT count(*) FROM batch_forecast WHERE stale = 1 AND batch_id IN
            (SELECT id FROM batch WHERE left_bench_on IS NOT NULL)'), 'What is believed of what is over is known.');
        self::assertSame([], $db->fetchFirstColumn("SELECT line_id FROM standing s JOIN line l ON l.id = s.line_id JOIN batch b ON b.id = l.batch_id
            WHERE s.count > 0 AND s.state NOT IN ('sold', 'lost') AND b.left_bench_on < '2026-01-01'"), 'Nothing of it stands anywhere.');
        foreach (self::OPEN as $read) {
            $again = '';
            $now = array_sum(Statements::during(function () use ($read, &$again): void {
                $again = (string) $this->send('GET', $read)->getContent();
            }));
            self::assertGreaterThan(3, $now);
            self::assertSame($asked[$read], $now, "{$read} asks as often.");
            if ($read !== '/api/potting') {
                self::assertSame($before[$read], $again, $read);
            }
        }
    }
}
