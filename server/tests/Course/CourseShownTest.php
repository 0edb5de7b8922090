<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Course;

use WetCradle\Server\Tests\House;

/** The course of a batch is drawn as it stands, also where it is overdue or potted in part. */
final class CourseShownTest extends House
{
    /** @return array<string, mixed> */
    private function batchWhere(string $what): array
    {
        $code = $this->db()->fetchOne("SELECT b.code FROM batch b JOIN batch_standing s ON s.batch_id = b.id WHERE {$what} ORDER BY b.code LIMIT 1");
        self::assertIsString($code);

        return $this->ask('GET', '/api/batches/'.$code);
    }

    /**
     * @param array<string, mixed> $batch
     *
     * @return list<string>
     */
    private static function now(array $batch): array
    {
        return array_column(array_filter($batch['course'], static fn (array $stage) => $stage['time'] === 'now'), 'kind');
    }

    public function testWhatIsOverdueIsNotDrawnAsPotted(): void
    {
        $this->signIn('visitor');
        $late = $this->batchWhere("b.left_bench_on IS NULL AND b.stuck_on IS NOT NULL AND b.pot_on < '2027-05-12' AND s.potted = 0 AND s.counted = 0");
        self::assertNotContains('growing', self::now($late));
        self::assertNotSame([], self::now($late));
        self::assertNull($late['courseRest']);
    }

    public function testWhatStandsInTraysWhileTheRestIsPottedIsSaid(): void
    {
        $this->signIn('ines');
        $batch = $this->batchWhere("b.left_bench_on IS NULL AND b.stuck_on < '2027-04-25' AND s.potted = 0 AND s.counted = 0 AND s.stuck > 40 AND b.together = 1");
        $counted = $this->ask('POST', '/api/batches/'.$batch['code'].'/count', [
            'on' => '2027-05-12', 'rooted' => $batch['count'] - 10, 'unrooted' => 10, 'lost' => new \stdClass(), 'potted' => $batch['count'] - 10,
        ]);
        self::assertSame('10 of it stand in their trays yet; the line is that of the rest, which is potted.', $counted['courseRest']);
    }
}
