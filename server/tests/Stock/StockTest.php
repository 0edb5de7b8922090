<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Stock;

use WetCradle\Server\Tests\House;

/** What a block can give, as takes are planned, made and grown over. */
final class StockTest extends House
{
    public function testAPlannedTakeIsSpokenForUntilThePlantsHaveRecovered(): void
    {
        $this->signIn();
        $this->ask('POST', '/api/stock', ['code' => 'CA-9', 'crop' => 'catmint-millrace', 'place' => 'New bed', 'plants' => 50, 'perPlant' => 10, 'recoveryWeeks' => 4, 'plantedYear' => 2025]);
        self::assertSame([500, 500], $this->left('2027-W22'));
        $batch = $this->plan('CA-9', 2, '2027-06-01');
        self::assertSame([500 - 168, 500], $this->left('2027-W22'));
        self::assertSame([500 - 168, 500], $this->left('2027-W25'), 'Three weeks later they have not grown back.');
        self::assertSame([500, 500], $this->left('2027-W27'), 'Five weeks later they have.');
        self::assertSame([500 - 168, 500], $this->left('2027-W19'), 'What is taken now would be missing then.');

        $told = $this->refused(422, 'POST', '/api/batches', ['trays' => 4] + $this->body('CA-9', '2027-06-10'));
        self::assertSame(['no_material', 'block'], [$told['code'], $told['field']]);
        self::assertStringContainsString('4 short: can give 332 (168 of 500 are spoken for', $told['message']);

        $this->ask('PUT', "/api/batches/{$batch['code']}", ['version' => $batch['version'], 'trays' => 2, 'stickOn' => '2027-06-01', 'block' => 'CA-9', 'zone' => $this->mist(), 'calledOff' => true]);
        self::assertSame([500, 500], $this->left('2027-W22'));
    }

    public function testWhatWasReallyTakenCountsOnceItIsStuck(): void
    {
        $this->signIn();
        $this->ask('POST', '/api/stock', ['code' => 'CA-9', 'crop' => 'catmint-millrace', 'place' => 'New bed', 'plants' => 50, 'perPlant' => 10, 'recoveryWeeks' => 4, 'plantedYear' => 2025]);
        $batch = $this->plan('CA-9', 2, '2027-05-12');
        $stuck = $this->ask('POST', "/api/batches/{$batch['code']}/stick", ['on' => '2027-05-12', 'stuck' => 100, 'tooPoor' => 15, 'trays' => 2, 'mix' => 'perlite', 'people' => []]);
        self::assertSame([500 - 115, 500], $this->left('2027-W20'), 'Stuck and thrown both came off the plants.');
        $this->ask('POST', "/api/batches/{$batch['code']}/undo", ['act' => $stuck['acts'][0]['id']]);
        self::assertSame([500 - 168, 500], $this->left('2027-W20'), 'Undone, the plan speaks again.');
    }

    public function testTheWeekSaysWhetherTheMaterialIsRight(): void
    {
        $this->signIn('office');
        $in = fn (string $week) => $this->block('CA-1', $week)['windowOpensIn'];
        self::assertSame(0, $in('2027-W20'));
        self::assertSame(2, $in('2027-W16'));
        self::assertGreaterThan(30, $in('2027-W30'));
    }

    public function testABlockThatCannotBe(): void
    {
        $this->signIn();
        $block = ['code' => 'CA-9', 'crop' => 'catmint-millrace', 'place' => 'New bed', 'plants' => 50, 'perPlant' => 10, 'recoveryWeeks' => 4, 'plantedYear' => 2025];
        foreach ([['plantedYear' => 2031], ['plantedYear' => 1800], ['perPlant' => 0], ['plants' => -3], ['recoveryWeeks' => 99], ['code' => 'MUCH-TOO-LONG'], ['place' => ''], ['crop' => 'moonflower']] as $wrong) {
            self::assertSame(array_key_first($wrong), $this->refused(422, 'POST', '/api/stock', $wrong + $block)['field']);
        }
        self::assertNotContains('CA-9', array_column($this->ask('GET', '/api/stock')['blocks'], 'code'));
    }

    /** @return array{0: int, 1: int} left and cap of CA-9 */
    private function left(string $week): array
    {
        $block = $this->block('CA-9', $week);

        return [$block['left'], $block['canGive']];
    }

    /** @return array<string, mixed> */
    private function block(string $code, string $week): array
    {
        foreach ($this->ask('GET', '/api/stock?week='.$week)['blocks'] as $block) {
            if ($block['code'] === $code) {
                return $block;
            }
        }
        self::fail("There is no block {$code}.");
    }

    /** @return array<string, mixed> */
    private function plan(string $block, int $trays, string $day): array
    {
        return $this->ask('POST', '/api/batches', ['trays' => $trays] + $this->body($block, $day));
    }

    /** @return array<string, mixed> */
    private function body(string $block, string $day): array
    {
        $wanted = $this->ask('POST', '/api/wanted', ['crop' => 'catmint-millrace', 'plants' => 60, 'pot' => 1, 'readyWeek' => '2027-W36', 'priority' => 'nice']);

        return ['wanted' => $wanted['id'], 'trayKind' => 3, 'trays' => 1, 'confidence' => 0.9, 'stickOn' => $day, 'block' => $block, 'zone' => $this->mist()];
    }

    private function mist(): int
    {
        return (int) ($this->db()->fetchOne("SELECT id FROM zone WHERE name = 'Roomy'") ?: $this->ask('POST', '/api/zones', ['name' => 'Roomy', 'house' => 'Mist house', 'kind' => 'mist', 'trays' => 90, 'heatLow' => 16, 'heatHigh' => 24, 'mistLow' => 1, 'mistHigh' => 3, 'length' => 9, 'width' => 1])['id']);
    }
}
