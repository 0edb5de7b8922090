<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Rooting;

use WetCradle\Server\Tests\House;

/** Lifted samples: their verdicts, and what follows for the day. */
final class CheckTest extends House
{
    public function testEachVerdictIsSaidAndKept(): void
    {
        $this->signIn('femi');
        $code = $this->rooting();
        $share = $this->ask('GET', '/api/batches/'.$code)['sheet']['readyShare'];
        foreach ([
            [['nothing' => 8], 'not_yet', '/^Not yet\. 0 of 8/'],
            [['callus' => 3, 'initials' => 2, 'at_wall' => 5], 'not_yet', '/^Not yet\. 5 of 10/'],
            [['at_wall' => 7, 'dead' => 2], 'lift_more', '/^(Not sure|Too close)/'],
            [['at_wall' => 10, 'at_hole' => 14], 'ready', '/^Ready\. 24 of 24/'],
        ] as [$stages, $verdict, $words]) {
            $check = $this->ask('POST', "/api/batches/{$code}/checks", ['on' => '2027-05-12', 'stages' => $stages, 'note' => 'seen'])['checks'][0];
            self::assertSame([$verdict, $share, 'seen', 'Femi Asante-Wray'], [$check['verdict'], $check['threshold'], $check['note'], $check['by']]);
            self::assertMatchesRegularExpression($words, $check['words']);
            $core = $this->ask(
                'POST',
                '/api/compute/ready_check',
                ['lifted' => $check['lifted'], 'rooted' => $check['rooted'], 'threshold' => $share, 'priorA' => 1, 'priorB' => 1, 'sure' => 0.9],
            );
            self::assertSame([$core['verdict'], $core['chance']], [$check['verdict'], $check['chance']]);
        }
        self::assertCount(
            4,
            array_filter($this->ask('GET', '/api/batches/'.$code)['checks'], static fn (array $c) => $c['on'] === '2027-05-12' && $c['note'] === 'seen'),
        );
    }

    public function testAllThatStandsOnALineCanBeLiftedRootedOrNot(): void
    {
        $this->signIn('femi');
        $code = $this->rooting();
        $line = $this->ask('GET', "/api/batches/{$code}");
        $this->ask('POST', "/api/batches/{$code}/count", ['on' => '2027-05-12', 'rooted' => 9, 'unrooted' => $line['count'] - 9, 'lost' => (object) [], 'potted' => 0]);
        $all = $line['count'];
        $told = $this->refused(422, 'POST', "/api/batches/{$code}/checks", ['on' => '2027-05-12', 'stages' => ['at_wall' => $all + 1]]);
        self::assertSame('more_than_there_are', $told['code']);
        $check = $this->ask('POST', "/api/batches/{$code}/checks", ['on' => '2027-05-12', 'stages' => ['at_wall' => $all]])['checks'][0];
        self::assertSame($all, $check['lifted']);
    }

    public function testTheGlyphIsTheTypicalStageOfTheNewestCheck(): void
    {
        $this->signIn('femi');
        $code = $this->rooting();
        $stage = fn (array $stages) => $this->ask('POST', "/api/batches/{$code}/checks", ['on' => '2027-05-12', 'stages' => $stages])['stage'];
        self::assertSame('callus', $stage(['nothing' => 2, 'callus' => 5, 'initials' => 1]));
        self::assertSame('initials', $stage(['callus' => 3, 'initials' => 3]));
        self::assertSame('nothing', $stage(['dead' => 9]), 'Where none of the sample lives, nothing is to be seen.');
    }

    public function testACheckMovesTheBatchInTheDay(): void
    {
        $this->signIn('femi');
        $code = $this->rooting();
        $this->ask('POST', "/api/batches/{$code}/checks", ['on' => '2027-05-12', 'stages' => ['callus' => 8]]);
        self::assertSame([], $this->jobs($code, '2027-W19'), 'Looked at today, it waits a week.');
        self::assertSame(['check'], $this->jobs($code, '2027-W20'));
        $this->ask('POST', "/api/batches/{$code}/checks", ['on' => '2027-05-12', 'stages' => ['at_hole' => 25]]);
        self::assertSame(['pot'], $this->jobs($code, '2027-W19'));
        $there = $this->ask('GET', '/api/batches/'.$code)['lines'][0]['standing']['stuck'];
        $this->ask(
            'POST',
            "/api/batches/{$code}/count",
            ['on' => '2027-05-12', 'rooted' => $there - 10, 'unrooted' => 10, 'lost' => new \stdClass(), 'potted' => $there - 10],
        );
        self::assertSame([], $this->jobs($code, '2027-W19'), 'Counted today; what is left longer waits a week.');
        self::assertSame(['check'], $this->jobs($code, '2027-W20'));
        $next = array_values(array_filter($this->ask('GET', '/api/day?week=2027-W20')['things'], static fn (array $t) => ($t['tag']['code'] ?? '') === $code));
        self::assertSame([2, 10, 'left longer after a count'], [$next[0]['line'], $next[0]['count'], $next[0]['why']]);
    }

    public function testRootedAndNotPottedWaitsToBePotted(): void
    {
        $this->signIn('femi');
        $code = $this->rooting();
        $there = $this->ask('GET', '/api/batches/'.$code)['lines'][0]['standing']['stuck'];
        $batch = $this->ask('POST', "/api/batches/{$code}/count", ['on' => '2027-05-12', 'rooted' => $there, 'unrooted' => 0, 'lost' => new \stdClass()]);
        self::assertSame(['rooted', null], [$batch['state'], $batch['leftBenchOn']]);
        self::assertSame(['pot'], $this->jobs($code, '2027-W19'));
        $batch = $this->ask(
            'POST',
            "/api/batches/{$code}/count",
            ['on' => '2027-05-12', 'rooted' => 0, 'unrooted' => 0, 'lost' => new \stdClass(), 'potted' => $there],
        );
        self::assertSame(['potted', '2027-05-12'], [$batch['state'], $batch['leftBenchOn']]);
        self::assertSame([], $this->jobs($code, '2027-W19'));
    }

    private function rooting(): string
    {
        return (string) $this->db()->fetchOne('SELECT b.code FROM batch b JOIN batch_standing s ON s.batch_id = b.id
            WHERE s.counted = 0 AND s.waiting > 60 AND (SELECT count(*) FROM line WHERE batch_id = b.id) = 1
            ORDER BY b.id DESC LIMIT 1');
    }

    /** @return list<string> */
    private function jobs(string $code, string $week): array
    {
        $jobs = [];
        foreach ($this->ask('GET', '/api/day?week='.$week)['things'] as $thing) {
            if (($thing['tag']['code'] ?? '') === $code) {
                $jobs[] = $thing['job'];
            }
        }

        return $jobs;
    }
}
