<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Plan;

use WetCradle\Server\Tests\House;

/** Work falls on days on which somebody works. */
final class WithHandsTest extends House
{
    public function testADraftIsStuckAndPottedByHandsThatAreThere(): void
    {
        $this->signIn();
        $days = [];
        foreach ($this->ask('POST', '/api/plan/draft', ['anew' => true])['drafts'] as ['batch' => $batch]) {
            $days = [...$days, ...$batch === null ? [] : [$batch['dates']['stickOn'], $batch['dates']['potOn']]];
        }
        self::assertGreaterThan(20, count($days));
        self::assertSame([], array_filter($days, self::isWeekend(...)));
    }

    public function testTheWholeSeasonIsPottedWithinItsHandsWithoutAnybodysHelp(): void
    {
        $this->signIn();
        $weeks = $this->ask('GET', '/api/potting')['weeks'];
        self::assertGreaterThan(30, count($weeks));
        self::assertSame([], array_column(array_filter($weeks, static fn (array $week) => $week['over'] > 0.05), 'over', 'week'));
    }

    public function testADraftHoldsWhatMayWaitUntilThereAreHands(): void
    {
        $this->signIn();
        $crew = $this->ask('GET', '/api/crew');
        $crew['crew']['hands'] = array_map(static fn (array $hand) => ['hours' => 0.75 * $hand['hours']] + $hand, $crew['crew']['hands']);
        $this->ask('PUT', '/api/crew', $crew);
        $draft = $this->ask('POST', '/api/plan/draft', ['anew' => true]);
        $held = array_filter($draft['drafts'], static fn (array $d) => ($d['batch']['heldDays'] ?? 0) > 0);
        self::assertNotSame([], $held);
        foreach ($held as $one) {
            $ready = (new \DateTimeImmutable($one['batch']['dates']['readyOn']))->format('o-\WW');
            self::assertLessThanOrEqual($one['readyWeek'], $ready, 'No order is late for it.');
        }
        $kept = $this->ask('POST', '/api/plan/draft/keep', ['anew' => true, 'seen' => $draft['seen']]);
        $days = array_column($this->ask('GET', '/api/batches')['batches'], 'heldDays', 'code');
        $made = array_map(static fn (array $batch) => $days[$batch['code']], $kept['batches']);
        self::assertEqualsCanonicalizing(
            array_values(array_map(static fn (array $d) => $d['batch']['heldDays'], $held)),
            array_values(array_filter($made)),
        );
    }

    public function testWhenAllAreAwayWhatWasToBePottedThenIsPottedBeforeOrAfter(): void
    {
        $this->signIn();
        [$from, $to] = ['2027-06-07', '2027-06-18'];
        $then = fn () => array_column(array_filter(
            $this->ask('GET', '/api/batches')['batches'],
            static fn (array $b) => $b['potOn'] >= $from && $b['potOn'] <= $to && $b['leftBenchOn'] === null,
        ), 'potOn', 'code');
        $before = $then();
        self::assertNotSame([], $before);
        $crew = $this->ask('GET', '/api/crew');
        $crew['crew']['away'][] = ['who' => null, 'from' => $from, 'to' => $to, 'why' => 'all at the show'];
        $this->ask('PUT', '/api/crew', $crew);
        $given = $this->db()->fetchFirstColumn('SELECT code FROM batch WHERE pot_week IS NOT NULL');
        self::assertSame([], array_diff(array_keys($then()), $given));
        $now = array_column($this->ask('GET', '/api/batches')['batches'], null, 'code');
        foreach (array_keys($before) as $code) {
            self::assertSame('2027-06-21', $now[$code]['potOn'], "{$code} was to be potted on {$before[$code]}");
        }
        array_pop($crew['crew']['away']);
        $this->ask('PUT', '/api/crew', ['version' => $this->ask('GET', '/api/crew')['version']] + $crew);
        self::assertSame($before, $then(), 'With hands there again, it is as it was.');
    }

    public function testAPlanFromTodayOnASaturdayBeginsOnMonday(): void
    {
        $_SERVER['CRADLE_TODAY'] = $_ENV['CRADLE_TODAY'] = '2027-05-15';
        $this->signIn();
        $order = $this->ask(
            'POST', '/api/wanted', ['crop' => 'catmint-millrace', 'plants' => 150, 'pot' => 1, 'readyWeek' => '2027-W23', 'priority' => 'must'],
        );
        $dates = $this->ask('POST', "/api/wanted/{$order['id']}/proposal")['dates'];
        self::assertSame('2027-05-17', $dates['stickOn']);
        self::assertFalse(self::isWeekend($dates['potOn']));
        $chosen = $this->ask('POST', "/api/wanted/{$order['id']}/proposal", ['stickOn' => '2027-05-15']);
        self::assertSame('2027-05-15', $chosen['dates']['stickOn'], 'A day that somebody chose is theirs.');
    }

    protected function tearDown(): void
    {
        $_SERVER['CRADLE_TODAY'] = $_ENV['CRADLE_TODAY'] = '2027-05-12';
        parent::tearDown();
    }

    private static function isWeekend(string $day): bool
    {
        return (int) (new \DateTimeImmutable($day))->format('N') > 5;
    }
}
