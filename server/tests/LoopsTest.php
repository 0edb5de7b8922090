<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests;

/** No statement runs in a loop: what a room reads is asked for at once, however much of it there is. */
final class LoopsTest extends House
{
    /** Several parts of a room may each ask for the same; a loop asks as often as there are things. */
    private const AT_MOST = 5;

    public function testNoRoomAsksForOneThingAfterAnother(): void
    {
        $this->signIn();
        $this->isHeldToContract = false;
        $batch = (string) $this->db()->fetchOne('SELECT b.code FROM batch b JOIN batch_standing s ON s.batch_id = b.id
            WHERE b.left_bench_on IS NULL AND s.waiting > 0 ORDER BY b.id DESC LIMIT 1');
        $planned = (string) $this->db()->fetchOne('SELECT code FROM batch WHERE stuck_on IS NULL AND called_off = 0 ORDER BY id LIMIT 1');
        $lot = (string) $this->db()->fetchOne('SELECT code FROM pot_lot ORDER BY id DESC LIMIT 1');
        $order = (int) $this->db()->fetchOne("SELECT id FROM wanted WHERE ready_week > '2027-W30' ORDER BY id LIMIT 1");
        $out = [];
        foreach ([
            'rail', 'day', 'batches', 'wanted', 'wanted?season=2025', 'crops', 'stock', 'nursery', 'people', 'choices', 'house-rules', 'crew', 'dips',
            'mixes', 'trays', 'licences', 'lots', 'potting', 'potting/fill', 'round', 'plan', 'plan/chances', 'plan/even', 'plan/shopping',
            'plan/versions', 'season', 'bench', 'bench/work', 'day-sheet', 'take-sheets', 'trials', 'trials/1', 'results/costs', 'labels?day=2027-05-17',
            'crops/hebe-copperlight', "batches/{$batch}", "batches/{$batch}/job?line=1", "batches/{$batch}/wait?line=1", "batches/{$batch}/curve",
            "bench/offers?batch={$batch}", "batches/{$planned}", "lots/{$lot}", "wanted/{$order}", "wanted/{$order}/routes", "wanted/{$order}/remedies",
        ] as $room) {
            $out = [...$out, ...$this->loops('GET', $room)];
        }
        self::assertSame([], $out);
    }

    public function testNothingThatConcernsManyBatchesAsksForOneAfterAnother(): void
    {
        $this->signIn();
        $this->isHeldToContract = false;
        $moves = array_map(
            static fn (array $b) => ['code' => $b['code'], 'version' => $b['version'], 'heldDays' => 3],
            $this->db()->fetchAllAssociative('SELECT code, version FROM batch WHERE stuck_on IS NOT NULL AND left_bench_on IS NULL ORDER BY id LIMIT 20'),
        );
        $later = array_map(
            static fn (array $b) => ['code' => $b['code'], 'version' => $b['version'], 'stickOn' => $b['later']],
            $this->db()->fetchAllAssociative("SELECT code, version, date(stick_on, '+7 days') AS later FROM batch
                WHERE stuck_on IS NULL AND called_off = 0 ORDER BY id LIMIT 20"),
        );
        $out = $this->loops('POST', 'plan/versions', ['name' => 'As agreed in May']);
        $version = (int) $this->db()->fetchOne('SELECT max(id) FROM plan_version');
        foreach ([
            ['POST', 'plan/moves/try', ['moves' => $later]],
            ['POST', 'plan/moves/try', ['moves' => $moves]], ['POST', 'plan/moves', ['moves' => $moves, 'why' => 'Held']],
            ['GET', "plan/versions/{$version}"], ['POST', "plan/versions/{$version}/back"],
            ['POST', 'plan/draft', ['anew' => true]], ['POST', 'plan/draft/keep', ['anew' => true]],
            ['POST', 'bench/fill', ['stage' => 'rooting', 'round' => 1, 'mayPart' => true, 'mayMove' => true]],
            ['POST', 'bench/fill', ['stage' => 'weaning', 'whatIf' => 'bench', 'spaced' => false]],
            ['POST', 'bench/fill', ['stage' => 'potted', 'round' => 1]],
            ['PUT', 'house-defaults', ['version' => 2, 'defaults' => ['pots_apart' => 1.4]]],
            ['POST', 'air', ['csv' => "date,mean\n2027-05-10,11.5\n2027-05-11,12"]],
        ] as $one) {
            if ($one[1] === 'plan/draft/keep') {
                $one[2]['seen'] = $this->ask('POST', '/api/plan/draft', ['anew' => true])['seen'];
            }
            $out = [...$out, ...$this->loops(...$one)];
        }
        self::assertSame([], $out);
    }

    /**
     * @param array<string, mixed>|null $body
     *
     * @return list<string> what was asked again and again
     */
    private function loops(string $method, string $path, ?array $body = null): array
    {
        $sent = Statements::during(function () use ($method, $path, $body): void {
            $answer = $this->send($method, '/api/'.$path, $body);
            self::assertLessThan(300, $answer->getStatusCode(), "{$method} {$path}: {$answer->getContent()}");
        });
        // Each thing that is written is asked for its version by the mapper.
        $asked = array_filter($sent, static fn (int $times, string $words) => $times > self::AT_MOST && str_starts_with($words, 'SELECT')
            && !str_starts_with($words, 'SELECT version FROM'), ARRAY_FILTER_USE_BOTH);

        return array_map(static fn (string $words, int $times) => "{$method} {$path}: {$times} times {$words}", array_keys($asked), $asked);
    }
}
