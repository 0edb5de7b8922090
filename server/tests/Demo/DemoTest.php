<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Demo;

use WetCradle\Server\Kernel;
use WetCradle\Server\Tests\House;

/** The made-up nursery is the same each time, uneven, and large enough to try things on. */
final class DemoTest extends House
{
    protected function tearDown(): void
    {
        $_SERVER['CRADLE_TODAY'] = $_ENV['CRADLE_TODAY'] = '2027-05-12';
        parent::tearDown();
    }

    public function testTheSameSeedGivesTheSameNursery(): void
    {
        $first = $this->print();
        foreach (['', '-wal', '-shm'] as $tail) {
            @unlink(Kernel::varDir().'/cradle.sqlite'.$tail);
        }
        self::console('cradle:migrate');
        self::assertStringStartsWith('0 Made Merrowdale Nursery', self::console('cradle:demo'));
        self::assertSame($first, $this->print());
        self::assertStringStartsWith('1 ', self::console('cradle:demo'), 'Never into a nursery that is there already.');
        self::assertSame('0 Nothing was old.', self::console('cradle:reckon'));
    }

    public function testInNovemberItsMistIsFreedByWhatIsWeanedAndItsLateWinterFitsItsHands(): void
    {
        $_SERVER['CRADLE_TODAY'] = $_ENV['CRADLE_TODAY'] = '2027-11-24';
        foreach (['', '-wal', '-shm'] as $tail) {
            @unlink(Kernel::varDir().'/cradle.sqlite'.$tail);
        }
        self::console('cradle:migrate');
        self::console('cradle:demo');
        $this->signIn();
        $weeks = $this->ask('GET', '/api/potting')['weeks'];
        $late = array_filter($weeks, static fn (array $week) => $week['week'] > '2028-W05' && $week['week'] < '2028-W14');
        self::assertSame([], array_filter($late, static fn (array $week) => $week['over'] > 0.05));
        self::assertGreaterThan(3, count(array_filter($late, static fn (array $week) => $week['taken'] > 5.0)), 'It is spread over several weeks.');
        $misted = array_sum(array_map(
            static fn (array $zone) => $zone['mist'][1] >= 2 ? $zone['used'] : 0, $this->ask('GET', '/api/bench?week=2027-W47')['zones'],
        ));
        $rootedThere = (int) $this->db()->fetchOne('SELECT sum(b.trays) FROM batch b JOIN zone z ON z.id = b.zone_id
            WHERE b.stuck_on IS NOT NULL AND b.left_bench_on IS NULL AND z.mist_high >= 2');
        self::assertLessThan(0.5 * $rootedThere, $misted, 'More than half of what was stuck there stands elsewhere by now.');
        self::assertSame(0, (int) $this->db()->fetchOne("SELECT count(*) FROM batch b JOIN zone z ON z.id = b.zone_id
            WHERE b.left_bench_on IS NULL AND b.weaning LIKE '%true%' AND z.mist_high >= 2
            AND NOT EXISTS (SELECT 1 FROM batch_moves_on m WHERE m.batch_id = b.id)"), 'Nothing that is weaned lies under mist.');
    }

    public function testItIsLargeAndUneven(): void
    {
        $one = fn (string $sql) => (float) $this->db()->fetchOne($sql);
        self::assertGreaterThanOrEqual(24, $one('SELECT count(*) FROM crop'));
        self::assertGreaterThanOrEqual(60, $one('SELECT count(*) FROM stock_block'));
        self::assertGreaterThanOrEqual(12, $one('SELECT count(*) FROM zone'));
        self::assertGreaterThan(270, $one('SELECT count(*) FROM batch'));
        self::assertGreaterThan(30, $one("SELECT count(*) FROM batch WHERE stick_on > '2027-05-12'"));
        self::assertGreaterThan(20, $one('SELECT count(*) FROM (SELECT batch_id FROM line GROUP BY batch_id HAVING count(*) > 1)'), 'splits');
        self::assertGreaterThan(0, $one('SELECT count(*) FROM batch_standing WHERE counted = 1 AND rooted < 0.1 * stuck'), 'a disaster');
        self::assertGreaterThan(0.85, $one('SELECT max(rate) FROM (SELECT avg(1.0 * rooted / stuck) AS rate FROM batch_standing s
            JOIN batch b ON b.id = s.batch_id WHERE counted = 1 GROUP BY crop_id)'));
        self::assertLessThan(0.5, $one('SELECT min(rate) FROM (SELECT avg(1.0 * rooted / stuck) AS rate FROM batch_standing s
            JOIN batch b ON b.id = s.batch_id WHERE counted = 1 GROUP BY crop_id)'));
        self::assertSame('wal', $this->db()->fetchOne('PRAGMA journal_mode'));
        self::assertSame(1, (int) $this->db()->fetchOne('PRAGMA foreign_keys'));
        self::assertSame([], $this->db()->fetchAllAssociative('PRAGMA foreign_key_check'));
    }

    private function print(): string
    {
        $pdo = new \PDO('sqlite:'.Kernel::varDir().'/cradle.sqlite');
        $sum = '';
        foreach (['crop', 'stock_block', 'zone', 'wanted', 'batch', 'line', 'act', 'entry', 'root_check', 'standing', 'batch_standing'] as $table) {
            $rows = $pdo->query("SELECT * FROM {$table} ORDER BY 1, 2");
            assert($rows !== false);
            $sum .= $table.' '.md5((string) json_encode($rows->fetchAll(\PDO::FETCH_NUM)))."\n";
        }

        return $sum;
    }
}
