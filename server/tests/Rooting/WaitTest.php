<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Rooting;

use WetCradle\Server\Tests\House;

/** A batch's curve redrawn by each check, and whether to wait for what is still unrooted. */
final class WaitTest extends House
{
    public function testACheckRedrawsTheCurveAtOnce(): void
    {
        $this->signIn('bo');
        $code = $this->rooting();
        $before = $this->ask('GET', "/api/batches/{$code}/curve");
        $last = -1.0;
        foreach ($before['points'] as $point) {
            self::assertGreaterThanOrEqual($last, $point['rooted']);
            self::assertLessThanOrEqual(1.0, $point['rooted'] + $point['dead']);
            $last = $point['rooted'];
        }
        self::assertGreaterThan(3, count($before['points']));
        $this->ask('POST', "/api/batches/{$code}/checks", ['on' => '2027-05-12', 'stages' => ['nothing' => 12, 'at_wall' => 0]]);
        $after = $this->ask('GET', "/api/batches/{$code}/curve");
        self::assertCount(count($before['checks']) + 1, $after['checks']);
        self::assertLessThan($before['now']['rooted'], $after['now']['rooted'], 'None of twelve has roots.');
        self::assertTrue($after['finalLow'] <= $after['finalRate'] && $after['finalRate'] <= $after['finalHigh']);
        self::assertGreaterThanOrEqual($before['readyOn'], $after['readyOn'], 'It is no faster than was thought.');
        self::assertTrue($after['readyFrom'] <= $after['readyOn'] && $after['readyOn'] <= $after['readyBy']);
        $planned = current(array_filter($this->ask('GET', '/api/batches')['batches'], static fn (array $b) => $b['state'] === 'planned'))['code'];
        self::assertSame('not_stuck', $this->refused(422, 'GET', "/api/batches/{$planned}/curve")['code']);
    }

    public function testTheCallAgreesWithTheCalculationAndTurnsOnWorth(): void
    {
        $this->signIn('bo');
        $code = $this->rooting();
        $call = $this->ask('GET', "/api/batches/{$code}/wait?value=2&loss=0.05");
        self::assertEquals([2, 0.05], [$call['value'], $call['loss']]);
        self::assertCount(8, $call['steps']);
        self::assertSame($this->ask('GET', "/api/batches/{$code}/curve")['finalRate'], $call['asked']['finalRate'], 'The page says the same.');
        $best = max([0.0, ...array_column($call['steps'], 'cumulative')]);
        self::assertEqualsWithDelta($best, $call['gain'], 1e-9);
        $left = $call['unrooted'];
        foreach ($call['steps'] as $step) {
            self::assertEqualsWithDelta($left * $step['chance'], $step['gain'], 1e-6);
            self::assertEqualsWithDelta($step['gain'] * 2 - $call['rent']['week'], $step['net'], 1e-6);
            $left = ($left - $step['gain']) * 0.95;
        }
        self::assertSame(0, $this->ask('GET', "/api/batches/{$code}/wait?value=0")['waitWeeks']);
        self::assertGreaterThanOrEqual($call['waitWeeks'], $this->ask('GET', "/api/batches/{$code}/wait?value=50")['waitWeeks']);
        self::assertSame(['value', 'loss', 'line'], [
            $this->refused(422, 'GET', "/api/batches/{$code}/wait?value=-1")['field'],
            $this->refused(422, 'GET', "/api/batches/{$code}/wait?loss=2")['field'],
            $this->refused(422, 'GET', "/api/batches/{$code}/wait?line=9")['field'],
        ]);
    }

    public function testWhatIsNotCountedIsNotThrownAndWhatIsIsBooked(): void
    {
        $this->signIn();
        $code = $this->rooting();
        $stuck = $this->ask('GET', "/api/batches/{$code}")['stuck'];
        $by = array_column($this->ask('GET', "/api/batches/{$code}/wait")['options'], null, 'kind');
        self::assertSame([false, true], [$by['clear']['possible'], $by['wait']['possible']]);
        self::assertStringContainsString('count the line first', $by['clear']['words']);
        self::assertSame('not_possible', $this->refused(422, 'POST', "/api/batches/{$code}/wait", ['kind' => 'clear'])['code']);

        $third = intdiv($stuck, 3);
        $this->ask(
            'POST',
            "/api/batches/{$code}/count",
            ['line' => 1, 'on' => '2027-05-12', 'rooted' => $third, 'unrooted' => $stuck - $third, 'lost' => new \stdClass(), 'potted' => $third],
        );
        $left = $this->ask('GET', "/api/batches/{$code}/wait?line=2");
        self::assertSame([true, $stuck - $third], [$left['counted'], $left['unrooted']]);
        $now = $this->ask('POST', "/api/batches/{$code}/wait", ['line' => 2, 'kind' => 'clear']);
        self::assertSame($stuck - $third, $now['lost']['unrooted']);
        self::assertSame(0, $this->ask('GET', "/api/batches/{$code}/wait?line=2")['unrooted']);
        $act = $now['acts'][0]['id'];
        $this->ask('POST', "/api/batches/{$code}/undo", ['act' => $act]);
        self::assertSame($stuck - $third, $this->ask('GET', "/api/batches/{$code}/wait?line=2")['unrooted'], 'Undone, they stand there again.');

        $dipped = $this->ask('POST', "/api/batches/{$code}/wait", ['line' => 2, 'kind' => 'dip']);
        $new = substr((string) $dipped['acts'][0]['says'], -6);
        self::assertSame(
            [$stuck - $third, '2027-05-12'],
            [$this->ask('GET', "/api/batches/{$new}")['stuck'], $this->ask('GET', "/api/batches/{$new}")['stickOn']],
        );
    }

    public function testWaitingHoldsItLongerAndACoolerPlaceIsOneThatTakesIt(): void
    {
        $this->signIn();
        $code = $this->rooting();
        $before = $this->ask('GET', "/api/batches/{$code}");
        $call = $this->ask('GET', "/api/batches/{$code}/wait");
        $by = array_column($call['options'], null, 'kind');
        $this->ask('POST', "/api/batches/{$code}/wait", ['kind' => 'wait']);
        self::assertGreaterThanOrEqual($before['heldDays'], $this->ask('GET', "/api/batches/{$code}")['heldDays']);
        if ($by['cooler']['possible']) {
            $zone = $by['cooler']['zones'][0];
            $this->ask('POST', "/api/batches/{$code}/wait", ['kind' => 'cooler', 'zone' => $zone['id']]);
            self::assertSame($zone['name'], $this->ask('GET', "/api/batches/{$code}")['zone']);
        } else {
            self::assertSame('not_possible', $this->refused(422, 'POST', "/api/batches/{$code}/wait", ['kind' => 'cooler', 'zone' => 1])['code']);
        }
        $this->signIn('visitor');
        $this->refused(403, 'POST', "/api/batches/{$code}/wait", ['kind' => 'wait']);
    }

    /** A batch that roots and of which nothing was counted yet. */
    private function rooting(): string
    {
        foreach ($this->ask('GET', '/api/batches')['batches'] as $batch) {
            if ($batch['state'] === 'rooting' && $batch['leftBenchOn'] === null && $batch['stickOn'] < '2027-05-01') {
                return $batch['code'];
            }
        }
        self::fail('Nothing roots.');
    }
}
