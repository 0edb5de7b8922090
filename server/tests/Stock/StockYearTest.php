<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Stock;

use WetCradle\Server\Tests\House;

/** Stock plants have a year: nothing is offered while they rest, what they ask for is on Today, and what takes their place is ordered. */
final class StockYearTest extends House
{
    /**
     * @param array<string, mixed> $says
     *
     * @return array<string, mixed>
     */
    private function change(string $code, array $says): array
    {
        $is = $this->ask('GET', '/api/stock/'.$code)['block'];

        return $this->ask('PUT', '/api/stock/'.$code, $says + $is);
    }

    public function testNothingIsOfferedWhileItRestsNorPlannedFromIt(): void
    {
        $this->signIn('ines');
        $block = $this->ask('GET', '/api/stock/FU-1?week=2027-W50');
        self::assertSame(['from' => '2027-11-01', 'restart' => '2028-01-31', 'takeFrom' => '2028-03-06'], $block['year']['rest']);
        self::assertSame([0, 0, false], [$block['left'], $block['canGive'], $block['fit']]);
        self::assertContains('asleep', array_column($block['against'], 'code'));
        self::assertStringContainsString('started again on 31 Jan', implode(' ', array_column($block['against'], 'words')));
        self::assertGreaterThan(0, $this->ask('GET', '/api/stock/FU-1?week=2028-W10')['left']);

        $order = $this->ask('POST', '/api/wanted', ['crop' => 'fuchsia-lantern-row', 'plants' => 40, 'pot' => 1, 'readyWeek' => '2028-W16', 'priority' => 'should']);
        $proposal = $this->ask('POST', "/api/wanted/{$order['id']}/proposal", ['stickOn' => '2027-12-06']);
        $blocks = array_column($proposal['blocks'], null, 'code');
        self::assertSame([0, 0], [$blocks['FU-1']['left'], $blocks['FU-3']['left']]);
        self::assertGreaterThan(0, $blocks['FU-2']['left'], 'That one is never left to the frost.');
    }

    public function testStartingItSoonerBringsItsFirstTakeForward(): void
    {
        $this->signIn('bo');
        $rest = fn (string $week) => $this->ask('GET', '/api/stock/FU-1?week='.$week)['fit'];
        // It rests from now on, was cut down early, and was started again on another day than its week says.
        $this->signIn('ines');
        $this->change('FU-1', ['restFrom' => 8, 'restartIn' => 20, 'firstTakeAfter' => 3]);
        self::assertFalse($rest('2027-W19'));
        $year = $this->ask('GET', '/api/stock/FU-1')['year'];
        self::assertSame(['cut_down'], array_column($year['due'], 'job'), 'What rests is neither fed nor stripped of its flowers.');
        $this->signIn('bo');
        $this->ask('POST', '/api/stock/FU-1/care', ['job' => 'cut_down', 'on' => '2027-02-20']);
        self::assertSame([], $this->ask('GET', '/api/stock/FU-1')['year']['due']);
        $done = $this->ask('POST', '/api/stock/FU-1/care', ['job' => 'restart', 'on' => '2027-04-20', 'note' => 'under glass']);
        self::assertSame(['restart', 'cut_down'], array_column($done['year']['done'], 'job'));
        self::assertTrue($rest('2027-W20'), 'Three weeks after it was started it is taken from.');
        $taken = $this->ask('DELETE', '/api/records/stock_care/'.$done['year']['done'][0]['id']);
        self::assertFalse($rest('2027-W20'));
        $this->ask('POST', "/api/taken-out/{$taken['taken']}/back", []);
        self::assertTrue($rest('2027-W20'));
    }

    public function testWhatItAsksForIsOnTodayAndOnTheDaysSheetUntilItIsDone(): void
    {
        $this->signIn('ruth');
        $asks = fn (array $of) => array_map(static fn (array $one) => $one['block'].' '.$one['job'], $of['stock']);
        $today = $asks($this->ask('GET', '/api/day'));
        self::assertContains('FU-1 feed', $today);
        self::assertContains('MI-1 flowers_off', $today);
        self::assertSame($today, $asks($this->ask('GET', '/api/day-sheet?day=2027-05-12')));
        $this->ask('POST', '/api/stock/FU-1/care', ['job' => 'feed']);
        self::assertNotContains('FU-1 feed', $asks($this->ask('GET', '/api/day')));
        self::assertContains('FU-1 flowers_off', $asks($this->ask('GET', '/api/day')));
        self::assertSame('ahead', $this->refused(422, 'POST', '/api/stock/FU-1/care', ['job' => 'feed', 'on' => '2027-05-13'])['code']);
        self::assertSame('job', $this->refused(422, 'POST', '/api/stock/FU-2/care', ['job' => 'restart'])['field']);
        self::assertSame('job', $this->refused(422, 'POST', '/api/stock/CH-2/care', ['job' => 'replace'])['field']);
        $this->signIn('visitor');
        $this->refused(403, 'POST', '/api/stock/FU-1/care', ['job' => 'feed']);
    }

    public function testWhatTakesItsPlaceIsAnOrderOfOurOwn(): void
    {
        $this->signIn('ines');
        $block = $this->ask('GET', '/api/stock/CH-2');
        $asked = $block['year']['replacement'];
        self::assertSame(['choisya-lime-quarter', $block['plants'], '2027-W19'], [$asked['crop'], $asked['plants'], $asked['readyWeek']], 'It is late already.');
        $order = $this->ask('POST', '/api/wanted', $asked + ['priority' => 'should', 'forBlock' => 'CH-2']);
        self::assertSame(['CH-2', null], [$order['forBlock'], $order['customer']]);
        $year = $this->ask('GET', '/api/stock/CH-2')['year'];
        self::assertSame([$order['id'], null], [$year['replacedBy'], $year['replacement']]);
        self::assertNotContains('replace', array_column($year['due'], 'job'));
        self::assertSame('forBlock', $this->refused(422, 'POST', '/api/wanted', ['crop' => 'hebe-copperlight', 'forBlock' => 'CH-2', 'priority' => 'should'] + $asked)['field']);
        // Called off, it is asked for again.
        $this->ask('PUT', "/api/wanted/{$order['id']}", [
            'version' => $order['version'], 'plants' => 5, 'pot' => $asked['pot'], 'readyWeek' => '2027-W19', 'priority' => 'should', 'calledOff' => true,
        ]);
        self::assertContains('replace', array_column($this->ask('GET', '/api/stock/CH-2')['year']['due'], 'job'));
    }

    public function testAYearThatCannotBeIsToldByItsField(): void
    {
        $this->signIn('ines');
        $is = $this->ask('GET', '/api/stock/CA-1')['block'];
        foreach ([
            [['restFrom' => 44], 'restartIn'],
            [['restFrom' => 44, 'restartIn' => 44], 'restartIn'],
            [['restFrom' => 53, 'restartIn' => 4], 'restFrom'],
            [['piecesEach' => 1], 'piecesEach'],
            [['piecesEach' => 3, 'piecesBack' => 3], 'piecesBack'],
        ] as [$says, $field]) {
            self::assertSame($field, $this->refused(422, 'PUT', '/api/stock/CA-1', $says + $is)['field']);
        }
        self::assertSame($is, $this->ask('GET', '/api/stock/CA-1')['block'], 'Nothing was kept.');
        $kept = $this->ask('PUT', '/api/stock/CA-1', ['restFrom' => 45, 'restartIn' => 6, 'feeds' => true, 'flowersOff' => true] + $is)['block'];
        self::assertSame([45, 6, null, true, true], [$kept['restFrom'], $kept['restartIn'], $kept['firstTakeAfter'], $kept['feeds'], $kept['flowersOff']]);
    }
}
