<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Book;

use WetCradle\Server\Tests\House;

/** What is kept beside the book is what the book comes to: after a day's work as before it; and where it is not, that is said. */
final class ProveTest extends House
{
    public function testAllThatIsKeptIsAsItIsReckonedAnewAfterADaysWorkToo(): void
    {
        $this->signIn();
        $batch = $this->db()->fetchAssociative("SELECT b.code, s.states FROM batch b JOIN batch_standing s ON s.batch_id = b.id
            WHERE b.left_bench_on IS NULL AND b.stuck_on < '2027-04-20' AND json_extract(s.states, '\$.stuck') > 30
            AND (SELECT count(*) FROM line l WHERE l.batch_id = b.id) = 1 LIMIT 1");
        self::assertIsArray($batch);
        $stuck = (int) json_decode((string) $batch['states'], true)['stuck'];
        $this->ask('POST', "/api/batches/{$batch['code']}/count", [
            'line' => 1, 'on' => '2027-05-12', 'rooted' => $stuck - 10, 'unrooted' => 4, 'lost' => ['rot' => 6], 'potted' => 20, 'thrownRooted' => 0,
            'thrownUnrooted' => 0, 'changedRooted' => 0, 'changedUnrooted' => 0,
        ]);
        $before = $this->rows();
        $said = self::console('cradle:prove');
        self::assertStringStartsWith('0 ', $said, $said);
        self::assertStringContainsString('All that is kept is as it is reckoned anew.', $said);
        self::assertSame($before, $this->rows());
        self::assertSame(0, (int) $this->db()->fetchOne('SELECT count(*) FROM batch_forecast WHERE stale = 1'), 'It keeps nothing.');
    }

    public function testWhatIsNotAsTheBookHasItIsNamed(): void
    {
        $this->signIn();
        $wrong = (int) $this->db()->fetchOne('SELECT batch_id FROM batch_standing ORDER BY batch_id LIMIT 1 OFFSET 7');
        $this->db()->executeStatement('UPDATE batch_standing SET rooted = rooted + 1 WHERE batch_id = ?', [$wrong]);
        $this->db()->executeStatement('UPDATE standing SET count = count + 1 WHERE line_id = (SELECT min(line_id) FROM standing)');
        $way = (int) $this->db()->fetchOne('SELECT id FROM way WHERE learnt IS NOT NULL ORDER BY id LIMIT 1');
        $this->db()->executeStatement("UPDATE way SET learnt = json_set(learnt, '\$.batches', 99) WHERE id = ?", [$way]);
        $said = self::console('cradle:prove');
        self::assertStringStartsWith('1 ', $said);
        self::assertStringContainsString("standings of batches, 1 not as kept: {$wrong}.", $said);
        self::assertStringContainsString("what ways have learnt, 1 not as kept: {$way}.", $said);
        self::assertMatchesRegularExpression('/places of plants, \d+ not as kept: line \d+ /', $said);
        self::assertSame(99, (int) $this->db()->fetchOne("SELECT json_extract(learnt, '\$.batches') FROM way WHERE id = ?", [$way]), 'It mends nothing by itself.');
    }
}
