<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Wanted;

use PHPUnit\Framework\Attributes\TestWith;
use WetCradle\Server\Tests\House;

/** An order that is called off asks what becomes of its batches, and can be brought back; a batch likewise. */
final class CallingOffTest extends House
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn();
    }

    /**
     * @param array<string, mixed> $order
     * @param array<string, mixed> $says
     *
     * @return array<string, mixed>
     */
    private static function entries(array $order, array $says): array
    {
        return $says + array_intersect_key($order, array_flip(['version', 'plants', 'readyWeek', 'customer', 'priority', 'note'])) + [
            'pot' => $order['pot']['id'],
        ];
    }

    /** @return array<string, mixed> an order with one batch that is planned and one that is stuck, and no other */
    private function order(): array
    {
        foreach ($this->ask('GET', '/api/wanted')['wanted'] as $order) {
            $states = array_column($order['batches'], 'state');
            if (count($states) === 1 && $states[0] === 'planned' && !$order['calledOff'] && $order['customer'] !== null) {
                $stuck = (string) $this->db()->fetchOne(
                    'SELECT b.code FROM batch b JOIN batch_standing s ON s.batch_id = b.id WHERE b.stuck_on IS NOT NULL AND b.left_bench_on IS NULL AND s.waiting > 0
                        AND b.crop_id = (SELECT crop_id FROM wanted WHERE id = ?) LIMIT 1',
                    [$order['id']],
                );
                if ($stuck !== '') {
                    $this->db()->update('batch', ['wanted_id' => $order['id']], ['code' => $stuck]);
                    $this->db()->executeStatement('DELETE FROM batch_shared WHERE batch_id = (SELECT id FROM batch WHERE code = ?)', [$stuck]);

                    return ['planned' => $order['batches'][0]['code'], 'stuck' => $stuck] + $this->ask('GET', "/api/wanted/{$order['id']}");
                }
            }
        }
        self::fail('The demo has such an order.');
    }

    public function testItIsNotCalledOffBeforeItsBatchesAreDecidedOn(): void
    {
        $order = $this->order();
        $told = $this->refused(422, 'PUT', "/api/wanted/{$order['id']}", self::entries($order, ['calledOff' => true]));
        self::assertSame(['missing', 'batches'], [$told['code'], $told['field']]);
        self::assertStringContainsString($order['planned'], $told['message']);
        self::assertFalse($this->ask('GET', "/api/wanted/{$order['id']}")['calledOff']);
    }

    #[TestWith(['free', null, false])]
    #[TestWith(['own_target', 'own', false])]
    #[TestWith(['called_off', null, true])]
    public function testItsBatchesGoWhereItWasSaid(string $fate, ?string $to, bool $isOff): void
    {
        $order = $this->order();
        $off = $this->ask('PUT', "/api/wanted/{$order['id']}", self::entries($order, ['calledOff' => true, 'batches' => $fate]));
        self::assertTrue($off['calledOff']);
        foreach (['planned', 'stuck'] as $which) {
            $batch = $this->db()->fetchAssociative(
                'SELECT b.called_off, b.wanted_id, w.customer_id, w.plants FROM batch b LEFT JOIN wanted w ON w.id = b.wanted_id WHERE b.code = ?',
                [$order[$which]],
            ) ?: [];
            self::assertSame($isOff && $which === 'planned', (bool) $batch['called_off'], $which);
            self::assertSame($to === null, $batch['wanted_id'] === null, $which);
            if ($to !== null) {
                self::assertNotSame($order['id'], $batch['wanted_id']);
                self::assertSame([null, $order['plants']], [$batch['customer_id'], $batch['plants']], 'An own target of as many.');
            }
        }
        $back = $this->ask('PUT', "/api/wanted/{$order['id']}", self::entries($off, ['calledOff' => false]));
        self::assertSame([false, []], [$back['calledOff'], $back['batches']]);
    }

    public function testABatchOfSeveralOrdersGoesOnForTheOthers(): void
    {
        $order = $this->order();
        $other = (int) $this->db()->fetchOne('SELECT id FROM wanted WHERE id <> ? AND crop_id = (SELECT crop_id FROM wanted WHERE id = ?)', [$order['id'], $order['id']]);
        $this->db()->insert('batch_shared', [
            'batch_id' => $this->db()->fetchOne('SELECT id FROM batch WHERE code = ?', [$order['planned']]), 'wanted_id' => $other,
        ]);
        $this->ask('PUT', "/api/wanted/{$order['id']}", self::entries($order, ['calledOff' => true, 'batches' => 'called_off']));
        self::assertSame(
            [0, $other],
            $this->db()->fetchNumeric('SELECT called_off, wanted_id FROM batch WHERE code = ?', [$order['planned']]),
            'Somebody else waits for it.',
        );
    }

    public function testABatchIsBroughtBack(): void
    {
        $batch = $this->ask('GET', '/api/batches/'.$this->order()['planned']);
        $zone = (int) $this->db()->fetchOne('SELECT zone_id FROM batch WHERE code = ?', [$batch['code']]);
        $plan = ['trays' => $batch['trays'], 'stickOn' => $batch['stickOn'], 'block' => $batch['block'], 'zone' => $zone];
        $off = $this->ask('PUT', "/api/batches/{$batch['code']}", ['version' => $batch['version'], 'calledOff' => true] + $plan);
        self::assertSame('called_off', $off['state']);
        $back = $this->ask('PUT', "/api/batches/{$batch['code']}", ['version' => $off['version'], 'calledOff' => false] + $plan);
        self::assertSame(['planned', $batch['stickOn']], [$back['state'], $back['stickOn']]);
    }
}
