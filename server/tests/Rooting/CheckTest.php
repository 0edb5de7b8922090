<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Rooting;

use WetCradle\Server\Tests\House;

/** Lifted samples: their verdicts, and what follows for the day. */
final class CheckTest extends House
{
    /** A batch of which a check could not decide, and of which all stands there still. */
    private function undecided(): string
    {
        return (string) $this->db()->fetchOne("SELECT b.code FROM batch b JOIN line l ON l.batch_id = b.id JOIN root_check r ON r.line_id = l.id
            JOIN standing s ON s.line_id = l.id AND s.state = 'stuck' AND s.count > 60
            WHERE b.left_bench_on IS NULL AND b.trays > 2 AND r.verdict = 'lift_more' ORDER BY r.on_day DESC, r.id DESC LIMIT 1");
    }

    public function testEachVerdictIsSaidAndKept(): void
    {
        $this->signIn('femi');
        $young = $this->rooting();
        $old = $this->undecided();
        foreach ([
            [$young, ['nothing' => 8], 2, 'not_yet', '/^Not yet\. 0 of 8 .* of those that will root have\.$/'],
            [$old, ['at_wall' => 1], 1, 'lift_more', '/^(Not sure|Too close)/'],
            [$old, ['at_wall' => 20, 'at_hole' => 10], 5, 'ready', '/^Ready\. 30 of 30/'],
        ] as [$code, $stages, $trays, $verdict, $words]) {
            $tried = $this->ask('POST', "/api/batches/{$code}/checks/try", ['stages' => $stages, 'trays' => $trays]);
            $share = $this->ask('GET', '/api/batches/'.$code)['sheet']['readyShare'];
            $check = $this->ask('POST', "/api/batches/{$code}/checks", ['on' => '2027-05-12', 'stages' => $stages, 'trays' => $trays, 'note' => 'seen'])['checks'][0];
            self::assertSame([$verdict, $share, 'seen', 'Femi Asante-Wray', $trays], [
                $check['verdict'], $check['threshold'], $check['note'], $check['by'], $check['trays'],
            ]);
            self::assertMatchesRegularExpression($words, $check['words']);
            self::assertSame([$verdict, $check['chance'], $verdict !== 'lift_more'], [$tried['verdict'], $tried['chance'], $tried['enough']], 'As it was said before it was kept.');
        }
    }

    public function testMoreTraysThanThereAreAreRefused(): void
    {
        $this->signIn('femi');
        $code = $this->undecided();
        foreach (['7 lifted cannot be out of 8 trays.' => 8, $code.' stands in' => 2000] as $words => $trays) {
            $told = $this->refused(422, 'POST', "/api/batches/{$code}/checks", ['on' => '2027-05-12', 'stages' => ['at_wall' => $trays === 8 ? 7 : 3000], 'trays' => $trays]);
            self::assertSame($trays === 8 ? 'trays' : 'stages', $told['field']);
            self::assertTrue($trays !== 8 || $told['message'] === $words);
        }
        $told = $this->refused(422, 'POST', "/api/batches/{$code}/checks", ['on' => '2027-05-12', 'stages' => ['at_wall' => 60], 'trays' => 50]);
        self::assertSame(['trays', true], [$told['field'], str_contains($told['message'], 'stands in')]);
    }

    public function testLiftingOnUntilItSaysYesIsPaidFor(): void
    {
        $this->signIn('femi');
        $code = $this->undecided();
        $judge = fn (array $stages) => $this->ask('POST', "/api/batches/{$code}/checks/try", ['stages' => $stages, 'trays' => 2])['chance'];
        $fresh = $judge(['at_wall' => 8]);
        $this->ask('POST', "/api/batches/{$code}/checks", ['on' => '2027-05-12', 'stages' => ['callus' => 8], 'trays' => 2]);
        self::assertGreaterThan(0.0, $fresh);
        self::assertLessThan($fresh, $judge(['at_wall' => 8]), 'What was lifted this morning counts in the afternoon.');
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
        $young = $this->rooting();
        $this->ask('POST', "/api/batches/{$young}/checks", ['on' => '2027-05-12', 'stages' => ['callus' => 8]]);
        self::assertSame([], $this->jobs($young, '2027-W19'), 'Looked at today, it waits a week.');
        self::assertSame(['check'], $this->jobs($young, '2027-W20'));
        $code = $this->undecided();
        $this->ask('POST', "/api/batches/{$code}/checks", ['on' => '2027-05-12', 'stages' => ['at_hole' => 25], 'trays' => 5]);
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
            ORDER BY b.stuck_on DESC, b.id DESC LIMIT 1');
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
