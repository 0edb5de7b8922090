<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Potting;

use WetCradle\Core\Calendar\Week;
use WetCradle\Server\Tests\House;

/** What waits for pots, the week board, and a potting job from what to bring to the lot. */
final class PottingTest extends House
{
    /** @return array<string, mixed> */
    private function potting(): array
    {
        return $this->ask('GET', '/api/potting');
    }

    /** @return array<string, mixed> a batch of which all still stands uncounted on its first line, and is due for potting only later */
    private function rooting(int $least = 60): array
    {
        foreach ($this->potting()['queue'] as $one) {
            if ($one['line'] === 1 && !$one['isDue'] && $one['rooted'] === 0 && $one['stuck'] >= $least && $one['tag']['state'] === 'rooting') {
                return $one;
            }
        }
        self::fail('Nothing roots.');
    }

    private function foundReady(string $code): void
    {
        $this->ask('POST', "/api/batches/{$code}/checks", ['on' => '2027-05-12', 'stages' => ['at_hole' => 30], 'depthMm' => 40, 'quality' => 'many']);
    }

    public function testACheckThatFindsItReadyPutsItIntoTheQueueAndOnTheBoardOfThisWeek(): void
    {
        $this->signIn('ines');
        $one = $this->rooting();
        $code = $one['tag']['code'];
        $this->foundReady($code);
        $view = $this->potting();
        $now = array_column(array_filter($view['queue'], static fn (array $q) => $q['tag']['code'] === $code), null, 'line')[1];
        self::assertSame([true, '2027-05-12', 'none'], [$now['isDue'], $now['since'], $now['risk']]);
        self::assertContains($code, array_map(static fn (array $q) => $q['tag']['code'], array_filter($view['queue'], static fn (array $q) => $q['isDue'])));
        self::assertGreaterThan(0, $now['plants']);
        self::assertLessThanOrEqual($one['stuck'], $now['plants']);
        $thing = array_values(array_filter($this->ask('GET', '/api/day')['things'], static fn (array $t) => ($t['tag']['code'] ?? null) === $code))[0];
        self::assertSame(['pot', $now['why']], [$thing['job'], $thing['why']], 'Today says the same.');
        $card = array_column($view['cards'], null, 'code')[$code];
        self::assertSame(['2027-W19', true, null], [$card['week'], $card['isDue'], $card['given']]);
        self::assertEqualsWithDelta(
            array_sum(array_column(array_filter($view['cards'], static fn (array $c) => $c['week'] === '2027-W19'), 'hours')),
            $view['weeks'][0]['taken'],
            1e-9,
        );
        $check = $this->ask('GET', '/api/batches/'.$code)['checks'][0];
        self::assertSame([40, 'many'], [$check['depthMm'], $check['quality']]);
    }

    public function testOfTheRunningWeekOnlyTheDaysThatAreLeftCount(): void
    {
        $this->signIn('bo');
        $week = $this->potting()['weeks'][0];
        $plan = $this->ask('GET', '/api/plan')['weeks'][0];
        self::assertSame('2027-W19', $week['week']);
        self::assertEqualsWithDelta(0.6 * $plan['crew'], $week['crew'], 1e-9, 'It is Wednesday.');
        self::assertEqualsWithDelta($week['crew'] - $week['other'], $week['free'], 1e-9);
    }

    public function testAJobIsGivenAWeekItsDaysFollowAndItIsUndone(): void
    {
        $this->signIn('ines');
        $code = $this->rooting()['tag']['code'];
        $this->foundReady($code);
        $was = $this->ask('GET', '/api/batches/'.$code);
        $asked = $this->ask('GET', "/api/potting/ask?code={$code}&week=2027-W22");
        self::assertContains('root_bound', array_column($asked['costs'], 'kind'), 'Held past the day on which its roots mat.');
        $done = $this->ask('POST', '/api/potting/weeks', ['moves' => $this->seen([['code' => $code, 'week' => '2027-W20']])]);
        self::assertSame([[$code, null]], array_map(static fn (array $b) => [$b['code'], $b['week']], $done['before']));
        $card = array_column($this->potting()['cards'], null, 'code')[$code];
        self::assertSame(['2027-W20', '2027-W20'], [$card['week'], $card['given']]);
        $now = $this->ask('GET', '/api/batches/'.$code);
        self::assertSame('2027-05-17', $now['potOn']);
        self::assertNotSame($was['readyOn'], $now['readyOn']);
        $this->ask('POST', '/api/potting/weeks', ['moves' => $done['before']]);
        self::assertSame(
            [$was['potOn'], $was['readyOn']],
            array_values(array_intersect_key($this->ask('GET', '/api/batches/'.$code), ['potOn' => 0, 'readyOn' => 0])),
        );
    }

    public function testOfWhatIsPartlyPottedOnlyTheRestAsksForHandsAndTrays(): void
    {
        $this->signIn('ines');
        $one = current(array_filter(
            $this->potting()['queue'],
            static fn (array $q) => $q['line'] === 1 && !$q['isDue'] && $q['rooted'] === 0 && $q['stuck'] >= 60 && $q['potOn'] > '2027-05-17',
        ));
        self::assertIsArray($one);
        [$code, $stuck] = [$one['tag']['code'], $one['stuck']];
        $hours = fn (): float => array_sum(array_column($this->ask('GET', '/api/plan')['weeks'], 'pot'));
        $before = $hours();
        $this->ask('POST', "/api/batches/{$code}/count", [
            'line' => 1, 'on' => '2027-05-12', 'rooted' => $stuck - 20, 'unrooted' => 20, 'lost' => (object) [], 'potted' => $stuck - 20,
        ]);
        $an = $this->ask('GET', '/api/crew')['norms']['pottedAnHour'];
        self::assertGreaterThan(0.4 * $stuck / $an, $before - $hours(), 'What is potted is not to be potted again.');
        $batch = $this->ask('GET', '/api/batches/'.$code);
        $week = (new \DateTimeImmutable($batch['potOn']))->format('o-\WW');
        $off = array_values(array_filter(
            $this->ask('GET', "/api/bench/work?week={$week}")['jobs'],
            static fn (array $job) => $job['kind'] === 'off' && $job['code'] === $code,
        ));
        self::assertSame(1, $off[0]['trays'] ?? null, 'The rest stands in one tray.');
    }

    public function testWhatIsNotStuckYetIsGivenAWeekTooAndItIsNotDriftedOnByFilling(): void
    {
        $this->signIn('ines');
        $card = current(array_filter($this->potting()['cards'], static fn (array $c) => !$c['tag']['isStuck'] && $c['given'] === null && $c['week'] > '2027-W30'));
        self::assertIsArray($card);
        $later = Week::of($card['week'])->plus(1)->written();
        $this->ask('POST', '/api/potting/weeks', ['moves' => $this->seen([['code' => $card['code'], 'week' => $later]])]);
        $now = array_column($this->potting()['cards'], null, 'code')[$card['code']];
        self::assertSame([$later, $later], [$now['week'], $now['given']]);
        $months = Week::of($later)->plus(4)->written();
        self::assertSame(
            ['too_long', 'moves[0]'],
            array_values(array_intersect_key(
                $this->refused(422, 'POST', '/api/potting/weeks', ['moves' => $this->seen([['code' => $card['code'], 'week' => $months]])]),
                ['code' => 0, 'field' => 0],
            )),
            'It is counted from the day on which it can be potted, not from the week that it was given.',
        );
        $stick = $this->ask('GET', '/api/batches/'.$card['code'])['stickOn'];
        $this->ask('POST', '/api/plan/moves', ['moves' => $this->seen([['code' => $card['code'], 'stickOn' => $stick, 'heldDays' => 0]]), 'why' => 'As it was']);
        self::assertNull(array_column($this->potting()['cards'], null, 'code')[$card['code']]['given']);
    }

    public function testTwoWhoGiveOneJobAWeekAreToldOfEachOther(): void
    {
        $this->signIn('ines');
        $code = $this->rooting()['tag']['code'];
        $this->foundReady($code);
        $seen = array_column($this->potting()['cards'], null, 'code')[$code]['tag']['version'];
        $given = static fn (?string $week, int $version) => ['moves' => [['code' => $code, 'week' => $week, 'version' => $version]]];
        $first = $this->ask('POST', '/api/potting/weeks', $given('2027-W20', $seen));
        $told = $this->refused(409, 'POST', '/api/potting/weeks', $given('2027-W21', $seen));
        self::assertStringContainsString($code, $told['message']);
        self::assertSame(
            '2027-W20',
            array_column($this->potting()['cards'], null, 'code')[$code]['given'],
            'The later one, who saw an older board, overwrites nothing.',
        );
        self::assertSame('moves[0].version', $this->refused(422, 'POST', '/api/potting/weeks', ['moves' => [['code' => $code, 'week' => null]]])['field']);
        $now = array_column($this->potting()['cards'], null, 'code')[$code]['tag']['version'];
        $this->ask('POST', '/api/potting/weeks', $given('2027-W21', $now));
        $this->refused(409, 'POST', '/api/potting/weeks', ['moves' => $first['before']]);
        self::assertSame(
            '2027-W21',
            array_column($this->potting()['cards'], null, 'code')[$code]['given'],
            'An undo does not take back what somebody else did since.',
        );
        // Held longer in the season's plan, it is no longer where the board showed it.
        $seen = array_column($this->potting()['cards'], null, 'code')[$code]['tag']['version'];
        $held = $this->ask('POST', '/api/plan/moves', ['moves' => $this->seen([['code' => $code, 'heldDays' => 7]]), 'why' => 'No hands']);
        $this->refused(409, 'POST', '/api/potting/weeks', $given('2027-W20', $seen));
        self::assertStringContainsString(
            'potted when it is due',
            array_column($this->ask('GET', "/api/plan/versions/{$held['version']}")['changes'], 'words', 'code')[$code],
        );
        $this->ask('POST', "/api/plan/versions/{$held['version']}/back", ['batches' => $held['batches']]);
        self::assertSame('2027-W21', array_column($this->potting()['cards'], null, 'code')[$code]['given'], 'Put back, it has its week again.');
    }

    public function testWhatCannotBeIsRefusedAndNothingOfItIsKept(): void
    {
        $this->signIn('ines');
        $rows = array_values(array_filter($this->potting()['queue'], static fn (array $q) => $q['line'] === 1 && $q['potOn'] > '2027-05-25'));
        $later = $rows[0]['tag']['code'];
        $first = $this->rooting()['tag']['code'];
        $this->foundReady($first);
        foreach ([
            [[['code' => $first, 'week' => '2027-W20'], ['code' => $later, 'week' => '2027-W19']], 'too_soon', 'moves[1]'],
            [[['code' => $first, 'week' => '2027-W18']], 'gone_by', 'moves[0]'],
            [[['code' => $first, 'week' => '2027-W25']], 'too_long', 'moves[0]'],
            [[['code' => 'ZZZ-99', 'week' => '2027-W20']], 'unknown', 'moves[0]'],
            [[['code' => $first, 'week' => 'soon']], 'not_a_week', 'moves[0].week'],
        ] as [$moves, $reason, $field]) {
            $told = $this->refused(422, 'POST', '/api/potting/weeks', ['moves' => $this->seen($moves)]);
            self::assertSame([$reason, $field], [$told['code'], $told['field']]);
        }
        self::assertNull(array_column($this->potting()['cards'], null, 'code')[$first]['given']);
        $this->signIn('bo');
        self::assertSame(403, $this->send('POST', '/api/potting/weeks', ['moves' => []])->getStatusCode());
    }

    public function testAnOverfullWeekIsFilledAnewByWhatCanWaitLeast(): void
    {
        $this->signIn('ines');
        foreach (array_filter(
            $this->potting()['queue'],
            static fn (array $q) => $q['line'] === 1 && $q['tag']['state'] === 'rooting' && $q['stuck'] >= 30,
        ) as $one) {
            $this->foundReady($one['tag']['code']);
        }
        // However far they are: what is looked at here is the board.
        $this->db()->executeStatement("UPDATE root_check SET verdict = 'ready' WHERE on_day = '2027-05-12'");
        $crew = $this->ask('GET', '/api/crew');
        $crew['crew']['hands'] = array_map(static fn (array $hand) => ['hours' => 0.75 * $hand['hours']] + $hand, $crew['crew']['hands']);
        $this->ask('PUT', '/api/crew', $crew);
        $before = $this->potting();
        self::assertGreaterThan(0.0, $before['weeks'][0]['over']);
        $fill = $this->ask('GET', '/api/potting/fill');
        self::assertNotSame([], $fill['moves']);
        self::assertEqualsWithDelta(0.0, $fill['weeks'][0]['over'], 1e-9);
        self::assertEqualsWithDelta(
            array_sum(array_column($fill['weeks'], 'before')),
            array_sum(array_column($fill['weeks'], 'taken')),
            1e-9,
            'No work is lost.',
        );
        self::assertNotSame([], array_filter($fill['moves'], static fn (array $move) => $move['slips'] > 0));
        $this->ask(
            'POST',
            '/api/potting/weeks',
            ['moves' => array_map(static fn (array $m) => ['code' => $m['code'], 'version' => $m['version'], 'week' => $m['week']], $fill['moves'])],
        );
        self::assertEqualsWithDelta(0.0, $this->potting()['weeks'][0]['over'], 1e-9);
        self::assertSame([], $this->ask('GET', '/api/potting/fill')['moves'], 'Filled once, it stays filled.');
    }

    public function testAJobSaysWhatToBring(): void
    {
        $this->signIn('bo');
        $code = $this->rooting()['tag']['code'];
        $job = $this->ask('GET', "/api/batches/{$code}/job?line=1")['work'];
        $each = $job['pot']['millilitres'] / 1000 * 1.15 * 1.05;
        self::assertEqualsWithDelta($job['pots'] * $each, $job['mix']['litres'], 1e-6);
        self::assertSame((int) floor(80 / $each), $job['potsABarrow']);
        $twice = $this->ask('GET', "/api/batches/{$code}/job?line=1&pots=".(2 * $job['pots']))['work'];
        self::assertEqualsWithDelta(2 * $job['mix']['litres'], $twice['mix']['litres'], 1e-6);
        self::assertSame('unknown', $this->refused(422, 'GET', "/api/batches/{$code}/job?line=9")['code']);
    }

    public function testACountIsTriedBeforeItIsClosed(): void
    {
        $this->signIn('bo');
        $one = $this->rooting();
        $path = "/api/batches/{$one['tag']['code']}/count/try";
        $short = $this->ask('POST', $path, ['rooted' => 40, 'unrooted' => $one['stuck'] - 43, 'lost' => ['rot' => 1]]);
        self::assertSame([false, 'lost', null], [$short['adds'], $short['field'], $short['left']]);
        self::assertSame(
            sprintf(
                'You counted 40 with roots, %d without and 1 lost: %d of the %d that stood on this line without known roots. 2 are missing.'
                .' Find them, or book them as mislaid.',
                $one['stuck'] - 43,
                $one['stuck'] - 2,
                $one['stuck'],
            ),
            $short['words'],
        );
        $whole = $this->ask(
            'POST',
            $path,
            [
                'rooted' => 40, 'unrooted' => $one['stuck'] - 43, 'lost' => ['rot' => 3], 'potted' => 20, 'thrownRooted' => 2,
                'changedRooted' => 3, 'changedUnrooted' => 5,
            ],
        );
        self::assertSame([true, $one['stuck'], $one['stuck'] - 3 - 20 - 2 - 3 - 5], [$whole['adds'], $whole['there'], $whole['left']]);
        self::assertSame(
            [],
            array_filter($this->ask('GET', '/api/batches/'.$one['tag']['code'])['acts'], static fn (array $a) => $a['kind'] === 'count_and_pot'),
            'Nothing was written.',
        );
    }

    public function testEachPlantLiftedIsJudgedUntilItIsEnough(): void
    {
        $this->signIn('bo');
        $code = $this->rooting()['tag']['code'];
        $verdicts = [];
        for ($n = 0; $n <= 30; ++$n) {
            $told = $this->ask('POST', "/api/batches/{$code}/checks/try", ['stages' => ['at_wall' => $n]]);
            $verdicts[] = $told['enough'];
            self::assertSame($n, $told['lifted']);
        }
        self::assertFalse($verdicts[0]);
        self::assertTrue($verdicts[30]);
        $turn = array_search(true, $verdicts, true);
        self::assertSame(array_fill(0, 31 - $turn, true), array_slice($verdicts, $turn), 'Once it is sure it stays so.');
        self::assertSame(
            [],
            $this->ask('GET', '/api/batches/'.$code)['checks'] === []
                ? []
                : array_filter($this->ask('GET', '/api/batches/'.$code)['checks'], static fn (array $c) => $c['on'] === '2027-05-12'),
        );
    }

    public function testAJobIsSplitPottedLeftThrownAndMadeIntoAnotherBatchInOneActAndUndone(): void
    {
        $this->signIn('bo');
        $one = $this->rooting(100);
        $code = $one['tag']['code'];
        $stuck = $one['stuck'];
        $before = $this->ask('GET', '/api/batches/'.$code);
        $body = [
            'on' => '2027-05-12', 'rooted' => 60, 'unrooted' => $stuck - 65, 'lost' => ['rot' => 5], 'potted' => 40, 'thrownRooted' => 3,
            'thrownUnrooted' => 4, 'changedRooted' => 6, 'changedUnrooted' => 2,
        ];
        self::assertSame('method', $this->refused(422, 'POST', "/api/batches/{$code}/count", $body)['field']);
        $batch = $this->ask('POST', "/api/batches/{$code}/count", $body + ['method' => 'tip cutting', 'material' => 'softwood']);
        self::assertSame(40, $batch['lines'][0]['standing']['potted']);
        self::assertSame([5, 7], [$batch['lost']['rot'], $batch['lost']['too_poor'] + $batch['lost']['unrooted'] - (int) ($before['lost']['too_poor'] ?? 0)]);
        self::assertEquals(['stuck' => $stuck - 71, 'rooted' => 11], $batch['lines'][1]['standing']);
        $new = substr((string) $batch['acts'][0]['says'], -6);
        $made = $this->ask('GET', '/api/batches/'.$new);
        self::assertSame(8, $made['count']);
        $lot = array_values(array_filter($this->ask('GET', '/api/lots')['lots'], static fn (array $l) => in_array($code, $l['batches'], true)))[0];
        self::assertSame([40, 0, '2027-05-12'], [$lot['potted'], $lot['grown'], $lot['pottedOn']]);
        $undone = $this->ask('POST', "/api/batches/{$code}/undo", ['act' => $batch['acts'][0]['id']]);
        self::assertSame($before['lines'][0]['standing'], $undone['lines'][0]['standing']);
        self::assertSame(404, $this->send('GET', '/api/lots/'.$lot['code'])->getStatusCode(), 'A lot with nothing in it is none.');
        self::assertSame('called_off', $this->ask('GET', '/api/batches/'.$new)['state']);
    }

    public function testWhatIsPottedLaterIsReadyLater(): void
    {
        $this->signIn('bo');
        $one = $this->rooting();
        $code = $one['tag']['code'];
        $batch = $this->ask(
            'POST',
            "/api/batches/{$code}/count",
            ['on' => '2027-05-12', 'rooted' => $one['stuck'], 'unrooted' => 0, 'lost' => new \stdClass(), 'potted' => $one['stuck']],
        );
        self::assertSame('2027-05-12', $batch['leftBenchOn']);
        self::assertSame($batch['readyOn'], $batch['readyBy'], 'Once potted, there is one day.');
        $lot = array_values(array_filter($this->ask('GET', '/api/lots')['lots'], static fn (array $l) => in_array($code, $l['batches'], true)))[0];
        self::assertSame($batch['readyOn'], $lot['readyOn']);
    }
}
