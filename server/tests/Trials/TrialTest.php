<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Trials;

use WetCradle\Server\Rates\Learning;
use WetCradle\Server\Tests\House;

/** A question put to the bench: laid by chance, counted tray by tray, concluded; and what was left untreated teaches nothing. */
final class TrialTest extends House
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('ines');
    }

    /**
     * @param array<string, mixed> $says
     *
     * @return array<string, mixed>
     */
    private static function asked(array $says = []): array
    {
        return $says + [
            'crop' => 'weigela-plum-harness', 'question' => 'Does a quick dip pay?', 'usually' => 0.6, 'hoped' => 0.8, 'perTray' => 40, 'traysPerArm' => 4,
            'arms' => [['name' => 'Dipped', 'isUntreated' => false], ['name' => 'Plain', 'isUntreated' => true]],
        ];
    }

    /**
     * @param array<string, mixed>       $trial
     * @param array<string, list<?int>> $rooted by letter, in the order of the bench
     *
     * @return list<array<string, ?int>>
     */
    private static function trays(array $trial, array $rooted): array
    {
        $trays = [];
        foreach (array_merge(...$trial['blocks']) as $tray) {
            $one = array_shift($rooted[$tray['arm']]);
            $trays[] = ['id' => $tray['id'], 'stuck' => $one === null ? null : 40, 'rooted' => $one];
        }

        return $trays;
    }

    public function testHowManyTraysItTakesIsSaidBeforeItIsLaid(): void
    {
        $usual = $this->ask('GET', '/api/trials/size?crop=weigela-plum-harness');
        self::assertGreaterThan(0.2, $usual['usually']);
        self::assertEqualsWithDelta(min(0.95, $usual['usually'] + 0.15), $usual['hoped'], 0.006);
        self::assertGreaterThan(1, $usual['perTray']);
        self::assertGreaterThanOrEqual(2, $usual['traysPerArm']);
        self::assertNotSame([], $usual['ways']);
        $sharp = $this->ask('GET', '/api/trials/size?crop=weigela-plum-harness&usually=0.6&hoped=0.63&perTray=40');
        $blunt = $this->ask('GET', '/api/trials/size?crop=weigela-plum-harness&usually=0.6&hoped=0.9&perTray=40');
        self::assertGreaterThan(4 * $blunt['traysPerArm'], $sharp['traysPerArm'], 'The smaller a difference, the more trays show it.');
        self::assertSame('hoped', $this->refused(422, 'GET', '/api/trials/size?crop=weigela-plum-harness&usually=0.6&hoped=0.6')['field']);
        self::assertSame('crop', $this->refused(422, 'GET', '/api/trials/size?crop=nothing')['field']);
    }

    public function testItIsLaidInBlocksAndCountedTrayByTray(): void
    {
        $trial = $this->ask('POST', '/api/trials', self::asked());
        self::assertCount(4, $trial['blocks']);
        foreach ($trial['blocks'] as $block) {
            self::assertEqualsCanonicalizing(['A', 'B'], array_column($block, 'arm'), 'Each arm once in each block.');
        }
        self::assertNull($trial['found']);
        self::assertSame([8, 0], [$trial['trays'], $trial['trayCounted']]);
        $half = $this->ask('PUT', "/api/trials/{$trial['id']}/trays", [
            'version' => $trial['version'], 'trays' => self::trays($trial, ['A' => [34, 36, null, null], 'B' => [null, null, null, null]]),
        ]);
        self::assertNull($half['found'], 'Of one arm nothing is known yet.');
        self::assertSame([2, 80, 70], [$half['arms'][0]['counted'], $half['arms'][0]['stuck'], $half['arms'][0]['rooted']]);
        $this->refused(409, 'PUT', "/api/trials/{$trial['id']}/trays", ['version' => $trial['version'], 'trays' => []]);
        $all = $this->ask('PUT', "/api/trials/{$trial['id']}/trays", [
            'version' => $half['version'], 'trays' => self::trays($trial, ['A' => [34, 36, 35, 33], 'B' => [20, 24, 22, 21]]),
        ]);
        self::assertSame(['A', 'B', true], [$all['found']['best'], $all['found']['measure'], $all['found']['isClear']]);
        self::assertGreaterThan(0.99, $all['arms'][0]['found']['chanceBest']);
        self::assertEqualsWithDelta(0.86, $all['arms'][0]['found']['mean'], 0.03);
        $rooted = $all['found']['rootedInAYear'];
        self::assertGreaterThan(0, $rooted);
        $expected = ceil($rooted / $all['arms'][1]['found']['mean']) - ceil($rooted / $all['arms'][0]['found']['mean']);
        self::assertSame((int) $expected, $all['found']['fewerStuck'], 'For as many as rooted in a year.');
        self::assertGreaterThan(0.0, $all['found']['saves']);
        $less = $this->ask('PUT', "/api/trials/{$trial['id']}/trays", [
            'version' => $all['version'], 'trays' => self::trays($trial, ['A' => [null, null, null, null], 'B' => [20, 24, 22, 21]]),
        ]);
        self::assertNull($less['found'], 'What was entered by mistake is taken back.');
    }

    public function testWhatCannotBeIsRefusedAtItsField(): void
    {
        $arm = static fn (string $name) => ['name' => $name, 'isUntreated' => false];
        self::assertSame('arms', $this->refused(422, 'POST', '/api/trials', self::asked(['arms' => [$arm('Dipped')]]))['field']);
        self::assertSame('arms', $this->refused(422, 'POST', '/api/trials', self::asked(['arms' => [$arm('Dipped'), $arm('dipped')]]))['field']);
        self::assertSame('traysPerArm', $this->refused(422, 'POST', '/api/trials', self::asked(['traysPerArm' => 1]))['field']);
        self::assertSame('question', $this->refused(422, 'POST', '/api/trials', self::asked(['question' => ' ']))['field']);
        self::assertSame('laidOn', $this->refused(422, 'POST', '/api/trials', self::asked(['laidOn' => '2031-01-01']))['field']);
        $other = (string) $this->db()->fetchOne("SELECT b.code FROM batch b JOIN crop c ON c.id = b.crop_id WHERE c.slug <> 'weigela-plum-harness' LIMIT 1");
        $arms = [$arm('Dipped') + ['batch' => $other], $arm('Plain')];
        self::assertSame('arms[0].batch', $this->refused(422, 'POST', '/api/trials', self::asked(['arms' => $arms]))['field']);
        self::assertSame(2, (int) $this->db()->fetchOne('SELECT count(*) FROM trial'), 'Nothing of it was kept.');
        $trial = $this->ask('POST', '/api/trials', self::asked());
        $tray = $trial['blocks'][0][0]['id'];
        $put = fn (array $trays): array => $this->refused(422, 'PUT', "/api/trials/{$trial['id']}/trays", ['version' => $trial['version'], 'trays' => $trays]);
        self::assertSame('trays[0].rooted', $put([['id' => $tray, 'stuck' => 10, 'rooted' => 11]])['field']);
        $unknown = $put([['id' => $tray, 'stuck' => 10, 'rooted' => 1, 'dead' => 2]]);
        self::assertSame('trays[0].dead', $unknown['field'], 'What it does not know is not passed over.');
        self::assertSame('trays[0].id', $put([['id' => 9999, 'stuck' => 10, 'rooted' => 1]])['field']);
        self::assertSame('arm', $this->refused(422, 'PUT', "/api/trials/{$trial['id']}/arms", ['version' => $trial['version'], 'arm' => 'D', 'batch' => null])['field']);
    }

    public function testWhatWasLeftUntreatedTeachesNothingAboutTheWay(): void
    {
        $past = $this->service(Learning::class)->past();
        $of = array_values(array_filter($past, static fn (array $one) => !$one['broughtIn']))[0];
        $slug = (string) $this->db()->fetchOne('SELECT slug FROM crop WHERE id = ?', [$of['crop']]);
        $rate = fn (): array => array_column($this->ask('GET', "/api/crops/{$slug}")['sheets'], 'learnt');
        $before = $rate();
        $trial = $this->ask('POST', '/api/trials', self::asked(['crop' => $slug]));
        $codes = fn (): array => array_column($this->service(Learning::class)->past($of['crop']), 'code');
        $treated = $this->ask('PUT', "/api/trials/{$trial['id']}/arms", ['version' => $trial['version'], 'arm' => 'A', 'batch' => $of['code']]);
        self::assertContains($of['code'], $codes(), 'What was treated is a batch like any other.');
        self::assertSame($of['code'], $treated['arms'][0]['batch']);
        $this->ask('PUT', "/api/trials/{$trial['id']}/arms", ['version' => $treated['version'], 'arm' => 'A', 'batch' => null]);
        self::assertEquals($before, $rate());
        $now = $this->ask('GET', "/api/trials/{$trial['id']}");
        $this->ask('PUT', "/api/trials/{$trial['id']}/arms", ['version' => $now['version'], 'arm' => 'B', 'batch' => $of['code']]);
        self::assertNotContains($of['code'], $codes());
        self::assertNotEquals($before, $rate(), 'The rate is learnt anew without it.');
    }

    public function testAnAdoptedArmsWayBecomesTheHouseWay(): void
    {
        $crop = $this->ask('GET', '/api/crops/weigela-plum-harness');
        $house = array_values(array_filter($crop['sheets'], static fn (array $way) => $way['house']))[0];
        $made = $this->ask('POST', '/api/crops/weigela-plum-harness/ways', ['name' => 'Softwood, stronger dip', 'sheet' => $house['sheet']]);
        $way = array_values(array_filter($made['sheets'], static fn (array $one) => $one['name'] === 'Softwood, stronger dip'))[0];
        self::assertFalse($way['house']);
        $trial = $this->ask('POST', '/api/trials', self::asked(['arms' => [
            ['name' => 'Stronger', 'isUntreated' => false, 'way' => $way['id']], ['name' => 'As now', 'isUntreated' => false, 'way' => $house['id']],
            ['name' => 'Plain', 'isUntreated' => true],
        ]]));
        self::assertCount(12, array_merge(...$trial['blocks']));
        self::assertSame('Softwood, stronger dip', $trial['arms'][0]['way']['name']);
        $end = ['version' => $trial['version'], 'ended' => 'adopted', 'arm' => 'A', 'why' => 'roots better'];
        $ended = $this->ask('POST', "/api/trials/{$trial['id']}/end", $end);
        self::assertSame(['adopted', 'A', 'roots better'], [$ended['ended'], $ended['adopted'], $ended['endedWhy']]);
        $ways = array_column($this->ask('GET', '/api/crops/weigela-plum-harness')['sheets'], 'house', 'name');
        self::assertTrue($ways['Softwood, stronger dip']);
        self::assertSame(1, count(array_filter($ways)), 'One way is the house way.');
        $this->refused(422, 'POST', "/api/trials/{$trial['id']}/end", ['version' => $ended['version'], 'ended' => 'dropped', 'why' => 'after all']);
        $again = $this->ask('POST', "/api/trials/{$trial['id']}/again", ['version' => $ended['version']]);
        self::assertNull($again['ended']);
        $dropped = $this->ask('POST', "/api/trials/{$trial['id']}/end", ['version' => $again['version'], 'ended' => 'dropped', 'why' => 'too few']);
        self::assertSame(['dropped', null], [$dropped['ended'], $dropped['adopted']]);
    }

    public function testOneThatWasEnteredByMistakeIsTakenOutAndPutBack(): void
    {
        $trial = $this->ask('POST', '/api/trials', self::asked());
        self::assertContains($trial['id'], array_column($this->ask('GET', '/api/trials')['trials'], 'id'));
        $gone = $this->ask('DELETE', "/api/trials/{$trial['id']}");
        self::assertNotContains($trial['id'], array_column($this->ask('GET', '/api/trials')['trials'], 'id'));
        $this->ask('POST', "/api/taken-out/{$gone['taken']}/back");
        self::assertSame($trial['blocks'], $this->ask('GET', "/api/trials/{$trial['id']}")['blocks']);
    }
}
