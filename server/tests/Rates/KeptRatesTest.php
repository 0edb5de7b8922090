<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Rates;

use WetCradle\Server\Tests\House;

/** What all ways have learnt is kept until anything changes that it rests on, and is never another than reckoned anew. */
final class KeptRatesTest extends House
{
    private function order(string $crop): int
    {
        return $this->ask('POST', '/api/wanted', [
            'crop' => $crop, 'plants' => 60, 'pot' => 1, 'readyWeek' => '2027-W40', 'priority' => 'nice', 'customer' => 'Oxlow Landscape',
        ])['id'];
    }

    /** The share of what is stuck that a plan reckons with. */
    private function yield(int $order): float
    {
        return $this->ask('POST', "/api/wanted/{$order}/proposal", ['stickOn' => '2027-09-06'])['numbers']['expectedYield'];
    }

    private function anew(int $order): float
    {
        self::forgetRates();

        return $this->yield($order);
    }

    public function testWhatIsCountedTeachesAtOnce(): void
    {
        $this->signIn('ines');
        // One of a house way that is rooting, and was never counted.
        $code = (string) $this->db()->fetchOne("SELECT b.code FROM batch b JOIN batch_standing s ON s.batch_id = b.id JOIN way_sheet h ON h.id = b.sheet_id
            JOIN way y ON y.id = h.way_id AND y.house = 1 WHERE s.counted = 0 AND b.left_bench_on IS NULL AND b.stuck_on < '2027-04-20' AND b.together = 1
            AND s.waiting > 60 ORDER BY b.code LIMIT 1");
        $batch = $this->ask('GET', '/api/batches/'.$code);
        $order = $this->order($batch['cropSlug']);
        $before = $this->yield($order);
        self::assertSame($before, $this->yield($order));
        $most = intdiv(4 * $batch['count'], 5);
        $this->ask('POST', '/api/batches/'.$batch['code'].'/count', [
            'on' => '2027-05-12', 'rooted' => $most, 'unrooted' => 0, 'lost' => ['unrooted' => $batch['count'] - $most], 'potted' => $most,
        ]);
        $counted = $this->yield($order);
        self::assertLessThan($before, $counted, 'Fewer have rooted than usual.');
        self::assertSame($counted, $this->anew($order));
        $this->ask('POST', '/api/batches/'.$batch['code'].'/mishap', ['is' => 'mishap']);
        $mishap = $this->yield($order);
        self::assertNotSame($counted, $mishap);
        self::assertSame($mishap, $this->anew($order));
        $way = $this->ask('GET', '/api/crops/'.$batch['cropSlug'])['sheets'][0];
        $sheet = ['prior' => ['rate' => 0.2, 'strength' => 400] + $way['sheet']['prior']] + $way['sheet'];
        $this->ask('PUT', '/api/ways/'.$way['id'], ['version' => $way['version'], 'name' => $way['name'], 'why' => 'less sure', 'sheet' => $sheet]);
        $unsure = $this->yield($order);
        self::assertLessThan($mishap, $unsure);
        self::assertSame($unsure, $this->anew($order));
    }
}
