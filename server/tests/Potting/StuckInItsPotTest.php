<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Potting;

use WetCradle\Server\Tests\House;

/** Three stems to a pot, stuck straight into the pot that they are sold in: counted and set out, and never potted again. */
final class StuckInItsPotTest extends House
{
    /** @return array<string, mixed> */
    private function stuck(): array
    {
        $code = $this->db()->fetchOne("SELECT b.code FROM batch b JOIN crop c ON c.id = b.crop_id
            WHERE c.slug = 'creeping-speedwell-chalk-line' AND b.stuck_on IS NULL ORDER BY b.stick_on");
        self::assertIsString($code);
        $batch = $this->ask('GET', '/api/batches/'.$code);

        return $this->ask('POST', "/api/batches/{$code}/stick", [
            'on' => '2027-05-12', 'stuck' => $batch['planned'], 'tooPoor' => 0, 'trays' => $batch['trays'], 'trayNumbers' => '1', 'mix' => 'bark 1 : coir 1',
            'hormone' => '', 'people' => ['1'], 'despite' => 'early',
        ]);
    }

    public function testItIsCountedAndSetOutWithNothingToFill(): void
    {
        $this->signIn('ines');
        $batch = $this->stuck();
        $code = $batch['code'];
        self::assertSame([3, intdiv($batch['planned'], 3)], [$batch['together'], $batch['count']], 'Three cuttings are one plant.');
        self::assertSame(['held', 'mist', 'weaning', 'set_out', 'ready'], array_values(array_unique(array_column($batch['course'], 'kind'))));

        $waits = array_column($this->ask('GET', '/api/potting')['queue'], null, 'plants');
        $waits = array_values(array_filter($waits, static fn (array $one) => $one['tag']['code'] === $code))[0];
        self::assertSame([true, '9 cm', null], [$waits['inItsPot'], $waits['pot'], $waits['risk']]);
        self::assertLessThan(1.0, $waits['hours'], 'Ten trays are moved in less than an hour; potting them would take two.');

        $job = $this->ask('GET', "/api/batches/{$code}/job?pots=90");
        self::assertNull($job['work']['mix']);
        self::assertEqualsWithDelta(5 / 30, $job['work']['hours'], 1e-6, 'Ninety pots are five trays.');
        $other = $this->ask('GET', "/api/batches/{$code}/job?pots=90&pot=".$this->pot('1 L'));
        self::assertNotNull($other['work']['mix'], 'Into a larger pot it is potted.');
        self::assertGreaterThan($job['work']['hours'], $other['work']['hours']);

        $sheet = $this->ask('GET', '/api/day-sheet?day='.$batch['potOn']);
        $set = array_column($sheet['pots'], null, 'batch')[$code];
        self::assertSame([null, (int) ceil($set['pots'] / 18)], [$set['mix'], $set['setOut']]);

        $counted = $this->ask('POST', "/api/batches/{$code}/count", [
            'line' => 1, 'on' => '2027-05-12', 'rooted' => $batch['count'] - 4, 'unrooted' => 0, 'lost' => ['rot' => 4], 'potted' => $batch['count'] - 4,
        ]);
        self::assertSame(['potted', $batch['count'] - 4], [$counted['state'], $counted['count']]);
        $lot = $this->db()->fetchAssociative('SELECT p.mix, o.name FROM pot_lot p JOIN pot o ON o.id = p.pot_id ORDER BY p.id DESC LIMIT 1');
        self::assertSame(['mix' => 'potting mix with slow-release feed', 'name' => '9 cm'], $lot);
    }

    public function testItsPotsAreBoughtWithItsTraysAndNoMixIsBoughtTwice(): void
    {
        $this->signIn('ines');
        $before = array_column($this->ask('GET', '/api/plan/shopping')['items'], null, 'name');
        $trays = $before['carrier of 9 cm pots']['total'];
        $batch = $this->stuck();
        $after = array_column($this->ask('GET', '/api/plan/shopping')['items'], null, 'name');
        self::assertSame((float) $batch['trays'], (float) ($trays - $after['carrier of 9 cm pots']['total']));
        self::assertSame(18.0 * $batch['trays'], (float) ($before['9 cm']['total'] - $after['9 cm']['total']), 'Its pots were filled as it was stuck.');
    }

    public function testAWayThatHasNoCellsCannotWaitInThem(): void
    {
        $this->signIn('ines');
        $sheet = $this->ask('GET', '/api/crops/creeping-speedwell-chalk-line')['sheets'][0]['sheet'];
        self::assertTrue($sheet['potting']['direct']);
        $course = array_column($this->ask('POST', '/api/sheets/try', ['sheet' => $sheet])['course'], 'kind');
        self::assertSame(['held', 'mist', 'weaning', 'set_out', 'ready'], array_values(array_unique($course)), 'Its course is told while it is typed.');
        $sheet['potting']['winter'] = 'as_cells';
        self::assertSame('sheet.potting.winter', $this->refused(422, 'POST', '/api/sheets/try', ['sheet' => $sheet])['field']);
        $sheet['potting']['winter'] = 'frost_free';
        $sheet['hole']['apart'] = true;
        self::assertSame('sheet.hole.apart', $this->refused(422, 'POST', '/api/sheets/try', ['sheet' => $sheet])['field']);
    }

    private function pot(string $name): int
    {
        $id = $this->db()->fetchOne('SELECT id FROM pot WHERE name = ?', [$name]);
        assert(is_numeric($id));

        return (int) $id;
    }
}
