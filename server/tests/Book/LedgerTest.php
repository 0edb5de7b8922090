<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Book;

use Doctrine\DBAL\Exception as DbException;
use PHPUnit\Framework\Attributes\DataProvider;
use WetCradle\Core\Book\BatchResult;
use WetCradle\Core\Book\LossCause;
use WetCradle\Core\Book\Place;
use WetCradle\Core\Book\Posting;
use WetCradle\Core\Book\State;
use WetCradle\Core\Calendar\Week;
use WetCradle\Server\Tests\House;

/** The count book in the database guards itself, and agrees with the core's. */
final class LedgerTest extends House
{
    /** @return iterable<string, array{0: string, 1: string}> */
    public static function forbidden(): iterable
    {
        $insert = 'INSERT INTO entry (act_id, from_line, from_state, to_line, to_state, count, cause, reverses) VALUES ';
        yield 'changing an entry' => ['UPDATE entry SET count = count + 1 WHERE id = 1', 'only added to'];
        yield 'taking one out' => ['DELETE FROM entry WHERE id = 1', 'only added to'];
        yield 'changing an act' => ["UPDATE act SET says = 'other' WHERE id = 1", 'only added to'];
        yield 'taking an act out' => ['DELETE FROM act WHERE id = 1', 'only added to'];
        yield 'more than there are' => [$insert."(1, 1, 'grown', 1, 'sold', 1000000, NULL, NULL)", 'less than nothing'];
        yield 'from nothing' => [$insert."(1, 1, 'to_stick', 1, 'stuck', 1, NULL, NULL)", 'less than nothing'];
        yield 'backwards' => [$insert."(1, 1, 'sold', 1, 'stuck', 1, NULL, NULL)", 'No plant can'];
        yield 'skipping' => [$insert."(1, 1, 'stuck', 1, 'potted', 1, NULL, NULL)", 'No plant can'];
        yield 'raising the dead' => [$insert."(1, 1, 'lost', 1, 'stuck', 1, NULL, NULL)", 'No plant can'];
        yield 'in as potted' => [$insert."(1, NULL, NULL, 1, 'potted', 1, NULL, NULL)", 'No plant can'];
        yield 'out of the door' => [$insert."(1, 1, 'sold', NULL, NULL, 1, NULL, NULL)", 'No plant can'];
        yield 'lost for no cause' => [$insert."(1, 1, 'sold', 1, 'lost', 1, NULL, NULL)", 'constraint'];
        yield 'none' => [$insert."(1, NULL, NULL, 1, 'to_stick', 0, NULL, NULL)", 'constraint'];
        yield 'half a plant' => [$insert."(1, NULL, NULL, 1, 'to_stick', 1.5, NULL, NULL)", 'INTEGER'];
        yield 'a false mirror' => [$insert."(1, 1, 'stuck', 1, 'to_stick', 1, NULL, 2)", 'mirrors'];
        yield 'an unknown line' => [$insert."(1, NULL, NULL, 99999, 'to_stick', 1, NULL, NULL)", 'FOREIGN KEY'];
        yield 'less than nothing' => ['UPDATE standing SET count = -1 WHERE line_id = 1', 'constraint'];
    }

    #[DataProvider('forbidden')]
    public function testTheDatabaseRefuses(string $sql, string $says): void
    {
        $before = $this->db()->fetchAllAssociative('SELECT * FROM standing ORDER BY line_id, state');
        try {
            $this->db()->executeStatement($sql);
            self::fail('Should have been refused.');
        } catch (DbException $refused) {
            self::assertStringContainsStringIgnoringCase($says, $refused->getMessage());
        }
        self::assertSame($before, $this->db()->fetchAllAssociative('SELECT * FROM standing ORDER BY line_id, state'));
    }

    public function testEveryFigureOfTheDemoFollowsFromItsEntries(): void
    {
        $in = (int) $this->db()->fetchOne('SELECT sum(CASE WHEN from_line IS NULL THEN count ELSE -count END) FROM entry
            WHERE from_line IS NULL OR to_line IS NULL');
        self::assertGreaterThan(50_000, $in);
        self::assertSame($in, (int) $this->db()->fetchOne('SELECT sum(count) FROM standing'));
        $lines = $postings = [];
        foreach ($this->db()->iterateAssociative('SELECT id, batch_id FROM line ORDER BY id') as $row) {
            $lines[(int) $row['batch_id']][] = (int) $row['id'];
        }
        foreach ($this->db()->iterateAssociative('SELECT * FROM entry ORDER BY id') as $row) {
            $place = static fn (string $side) => $row[$side.'_line'] === null ? null : Place::of(
                (int) $row[$side.'_line'],
                State::from((string) $row[$side.'_state']),
            );
            $postings[] = Posting::kept(
                $place('from'),
                $place('to'),
                (int) $row['count'],
                $row['cause'] === null ? null : LossCause::from((string) $row['cause']),
                $row['reverses'] === null ? null : (int) $row['reverses'],
            );
        }
        $checked = 0;
        foreach (array_slice($lines, 0, 40, true) as $batch => $its) {
            $result = BatchResult::of($postings, $its);
            $kept = $this->db()->fetchAssociative('SELECT * FROM batch_standing WHERE batch_id = ?', [$batch]);
            self::assertIsArray($kept);
            self::assertSame(
                [$result->stuck, $result->rooted, $result->waiting, $result->live()],
                [(int) $kept['stuck'], (int) $kept['rooted'], (int) $kept['waiting'], (int) $kept['live']],
            );
            self::assertSame($result->standing, json_decode((string) $kept['states'], true));
            ++$checked;
        }
        self::assertSame(40, $checked);
    }

    public function testActsAndTheirUndoingsKeepTheSum(): void
    {
        $this->signIn('bo');
        $code = $this->rooting(60);
        $start = $this->ask('GET', "/api/batches/{$code}");
        $there = $start['lines'][0]['standing']['stuck'];

        $this->ask('POST', "/api/batches/{$code}/lose", ['on' => '2027-05-12', 'state' => 'stuck', 'lost' => ['rot' => 3, 'pest' => 2]]);
        $split = $this->ask('POST', "/api/batches/{$code}/split", ['on' => '2027-05-12', 'counts' => ['stuck' => 20], 'note' => 'cooler bench']);
        self::assertSame(['cooler bench', 20], [$split['lines'][1]['note'], $split['lines'][1]['standing']['stuck']]);
        $cut = $this->ask(
            'POST',
            "/api/batches/{$code}/change-method",
            ['line' => 2, 'on' => '2027-05-12', 'state' => 'stuck', 'count' => 7, 'method' => 'leaf with stalk', 'material' => 'leaf'],
        );
        $new = substr($cut['acts'][0]['says'], -6);
        self::assertSame([7, 'leaf with stalk'], [$this->ask('GET', "/api/batches/{$new}")['count'], $this->ask('GET', "/api/batches/{$new}")['method']]);
        $merged = $this->ask('POST', "/api/batches/{$code}/merge", ['line' => 2, 'on' => '2027-05-12', 'intoBatch' => strtolower($code), 'intoLine' => 1]);
        self::assertSame($there - 12, $merged['count']);
        $this->addsUp();

        foreach (range(1, 4) as $ignored) {
            $act = current(array_filter($this->ask('GET', "/api/batches/{$code}")['acts'], static fn (array $a) => !$a['undone'] && $a['undoes'] === null));
            self::assertIsArray($act);
            $batch = $this->ask('POST', "/api/batches/{$code}/undo", ['act' => $act['id']]);
            $this->addsUp();
        }
        self::assertSame([$there, 1], [$batch['count'], count($batch['lines'])]);
        self::assertSame('called_off', $this->ask('GET', "/api/batches/{$new}")['state']);
        self::assertSame('Bo Tarrant', $batch['acts'][0]['by']);
    }

    public function testUndoingAStickPutsThePlanBackWhole(): void
    {
        $this->signIn();
        $planned = array_values(array_filter(
            $this->ask('GET', '/api/batches')['batches'],
            static fn (array $b) => $b['state'] === 'planned' && $b['stickOn'] > '2027-05-20' && $b['against'] === [],
        ));
        foreach ([$planned[0]['code'], $planned[3]['code']] as $code) {
            $before = $this->ask('GET', "/api/batches/{$code}");
            $toDo = $this->toStick($before['stickOn']);
            self::assertContains($code, $toDo);
            $stuck = $this->ask('POST', "/api/batches/{$code}/stick", [
                'on' => '2027-05-10', 'stuck' => 30, 'tooPoor' => 2, 'trays' => $before['trays'] + 1, 'mix' => 'perlite', 'trayNumbers' => '7', 'people' => ['1'],
                'hormone' => 'IBA', 'despite' => 'for the test',
            ]);
            self::assertNotSame($before['stickOn'], $stuck['stickOn']);
            $undone = $this->ask('POST', "/api/batches/{$code}/undo", ['act' => $stuck['acts'][0]['id']]);
            // Who did what and when stays in the book; all else is as it was.
            foreach (array_diff(array_keys($before), ['version', 'acts', 'lines']) as $what) {
                self::assertSame($before[$what], $undone[$what], "{$code}: {$what}");
            }
            self::assertSame($toDo, $this->toStick($before['stickOn']));
        }
    }

    /** @return list<string> codes that are to be stuck in the week of a day */
    private function toStick(string $day): array
    {
        $week = Week::containing(new \DateTimeImmutable($day))->written();
        $things = array_filter($this->ask('GET', '/api/day?week='.$week)['things'], static fn (array $thing) => $thing['job'] === 'stick');

        return array_column(array_column($things, 'tag'), 'code');
    }

    public function testUndoingTheStickingPlansTheBatchAgain(): void
    {
        $this->signIn('ruth');
        $code = (string) $this->db()->fetchOne('SELECT code FROM batch WHERE stuck_on IS NULL AND called_off = 0 ORDER BY stick_on LIMIT 1');
        $plan = $this->ask('GET', "/api/batches/{$code}");
        $stuck = $this->ask('POST', "/api/batches/{$code}/stick", ['on' => '2027-05-10', 'stuck' => 10, 'trays' => 1, 'mix' => 'x', 'people' => []]);
        $undone = $this->ask('POST', "/api/batches/{$code}/undo", ['act' => $stuck['acts'][0]['id']]);
        self::assertSame(['planned', false], [$undone['state'], $undone['isStuck']]);
        self::assertSame('already_undone', $this->refused(422, 'POST', "/api/batches/{$code}/undo", ['act' => $stuck['acts'][0]['id']])['code']);
        self::assertSame('not_possible', $this->refused(422, 'POST', "/api/batches/{$code}/undo", ['act' => $undone['acts'][0]['id']])['code']);
        $again = $this->ask('POST', "/api/batches/{$code}/stick", ['on' => '2027-05-11', 'stuck' => 12, 'trays' => 1, 'mix' => 'x', 'people' => ['4']]);
        self::assertSame([12, '2027-05-11'], [$again['count'], $again['stickOn']]);
        self::assertSame($plan['planned'], $again['planned']);
    }

    public function testPlantsThatHaveGoneOnCannotBeTakenBack(): void
    {
        $this->signIn();
        $code = $this->rooting(30);
        $there = $this->ask('GET', "/api/batches/{$code}")['lines'][0]['standing']['stuck'];
        $count = $this->ask(
            'POST',
            "/api/batches/{$code}/count",
            ['on' => '2027-05-12', 'rooted' => $there, 'unrooted' => 0, 'lost' => new \stdClass(), 'potted' => $there],
        );
        $this->ask('POST', "/api/batches/{$code}/move-on", ['on' => '2027-05-12', 'state' => 'potted', 'count' => 5]);
        $told = $this->refused(422, 'POST', "/api/batches/{$code}/undo", ['act' => $count['acts'][0]['id']]);
        self::assertSame('has_moved_on', $told['code']);
        self::assertStringContainsString('5 of these', $told['message']);
    }

    private function rooting(int $atLeast): string
    {
        return (string) $this->db()->fetchOne('SELECT b.code FROM batch b JOIN batch_standing s ON s.batch_id = b.id
            WHERE s.waiting >= ? AND s.rooted = 0 AND (SELECT count(*) FROM line WHERE batch_id = b.id) = 1
            ORDER BY b.id DESC LIMIT 1', [$atLeast]);
    }

    private function addsUp(): void
    {
        self::assertSame(
            (int) $this->db()->fetchOne('SELECT sum(CASE WHEN from_line IS NULL THEN count ELSE -count END) FROM entry
                WHERE from_line IS NULL OR to_line IS NULL'),
            (int) $this->db()->fetchOne('SELECT sum(count) FROM standing'),
        );
    }
}
