<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Mixing;

use WetCradle\Server\Tests\House;

/** Hormones on the shelf, dips made of them for batches, sanitisers by their labels. */
final class DipsTest extends House
{
    public function testADipIsMadeForBatchesLoggedAndThrownAway(): void
    {
        $this->signIn('bo');
        $stock = $this->stock('IBA stock in alcohol');
        $ask = ['stock' => $stock['id'], 'ppm' => 3000, 'cuttings' => 400, 'depthCm' => 1.5];
        $dip = $this->ask('POST', '/api/dips/reckon', $ask);
        self::assertEqualsWithDelta(41.45, $dip['ml'], 0.01, 'The cup and what clings, no more.');
        self::assertEqualsWithDelta($dip['ml'], $dip['stockMl'] + $dip['waterMl'], 1.0);
        self::assertLessThan(0.05, abs($dip['error']));
        $code = $this->ask('GET', '/api/batches')['batches'][0]['code'];
        $made = $this->ask('POST', '/api/dips/made', $ask + ['batches' => [$code]])['made'][0];
        self::assertSame([[$code], 'Bo Tarrant', null], [$made['batches'], $made['by'], $made['discardedAt']]);
        self::assertSame($dip['stockMl'], $made['stockMl']);
        self::assertSame([$made['id']], array_column($this->ask('GET', "/api/batches/{$code}")['dips'], 'id'), 'The batch knows what it was dipped in.');
        $cup = $this->ask('GET', "/api/labels?dip={$made['id']}&layout=roll_50x25")['labels'];
        self::assertSame([1, 'IBA stock in alcohol', null], [count($cup), $cup[0]['source'], $cup[0]['count']]);
        self::assertSame('dip', $this->refused(422, 'GET', '/api/labels?dip=999')['field']);
        self::assertNotNull($this->ask('POST', "/api/dips/made/{$made['id']}/discard")['made'][0]['discardedAt']);
        self::assertSame('batches', $this->refused(422, 'POST', '/api/dips/made', $ask + ['batches' => ['NONE-1']])['field']);
    }

    public function testAStockTooWeakIsRefusedWithWhatCouldBeUsed(): void
    {
        $this->signIn('bo');
        $told = $this->refused(
            422,
            'POST',
            '/api/dips/reckon',
            ['stock' => $this->stock('IBA salt, dissolved')['id'], 'ppm' => 4500, 'cuttings' => 100, 'depthCm' => 1],
        );
        self::assertSame(['target_stronger_than_stock', 'ppm'], [$told['code'], $told['field']]);
        self::assertStringContainsString('as acid, weaker than', (string) $told['message']);
        self::assertStringContainsString('Use IBA stock in alcohol.', (string) $told['message']);
        $old = $this->refused(
            422,
            'POST',
            '/api/dips/reckon',
            ['stock' => $this->stock('IBA powder, strong')['id'], 'ppm' => 8000, 'cuttings' => 100, 'depthCm' => 1],
        );
        self::assertSame('too_old', $old['code']);
        $salt = $this->stock('IBA salt, dissolved');
        self::assertEqualsWithDelta(1.1874, $salt['salt']['factor'], 1e-4);
        self::assertStringContainsString('standard atomic weights', $salt['salt']['source']);
    }

    public function testAHormoneIsEnteredByItsLabelAndThrownAway(): void
    {
        $this->signIn();
        $is = [
            'name' => 'NAA gel', 'what' => 'NAA', 'kind' => 'liquid', 'form' => 'acid', 'ppm' => 4000, 'madeOn' => '2027-05-01',
            'keepsUntil' => '2027-04-01',
        ];
        self::assertSame('keepsUntil', $this->refused(422, 'POST', '/api/dips/stocks', $is)['field']);
        $this->ask('POST', '/api/dips/stocks', ['keepsUntil' => '2028-04-01'] + $is);
        $one = $this->stock('NAA gel');
        self::assertSame('name', $this->refused(422, 'POST', '/api/dips/stocks', ['keepsUntil' => '2028-04-01'] + $is)['field']);
        $this->ask('PUT', "/api/dips/stocks/{$one['id']}", ['version' => $one['version'], 'ppm' => 4500, 'keepsUntil' => '2028-04-01'] + $is);
        $this->refused(409, 'PUT', "/api/dips/stocks/{$one['id']}", ['version' => $one['version'], 'keepsUntil' => '2028-04-01'] + $is);
        $this->ask('POST', "/api/dips/stocks/{$one['id']}/discard", ['discarded' => true]);
        self::assertNotNull($this->stock('NAA gel')['discardedOn']);
        $this->signIn('bo');
        $this->refused(403, 'POST', '/api/dips/stocks', $is);
    }

    public function testASanitiserIsMadeByItsLabel(): void
    {
        $this->signIn();
        $bleach = array_column($this->ask('GET', '/api/dips')['sanitisers'], null, 'name')['Household bleach'];
        self::assertSame(['1 part to 9 of water', "5\u{202F}000 ppm (0.5 %)"], [$bleach['words'], $bleach['madeWords']]);
        $poured = $this->ask('POST', "/api/dips/sanitisers/{$bleach['id']}/reckon", ['litres' => 10]);
        self::assertEquals([1000, 9000, 5000, 0], [$poured['stockMl'], $poured['waterMl'], $poured['ppm'], $poured['error']]);
        $is = ['name' => 'Peroxide', 'percent' => 3, 'parts' => 0.5, 'reading' => 'in_total', 'minutes' => 5, 'neverMeets' => 'vinegar', 'forMaterial' => true];
        self::assertSame('parts', $this->refused(422, 'POST', '/api/dips/sanitisers', $is)['field']);
        $one = array_column($this->ask('POST', '/api/dips/sanitisers', ['parts' => 2] + $is)['sanitisers'], null, 'name')['Peroxide'];
        self::assertSame(
            '1 part in 5 of the whole',
            array_column(
                $this->ask('PUT', "/api/dips/sanitisers/{$one['id']}", ['version' => $one['version'], 'parts' => 5] + $is)['sanitisers'],
                null,
                'name',
            )['Peroxide']['words'],
        );
        $this->refused(409, 'PUT', "/api/dips/sanitisers/{$one['id']}", ['version' => $one['version'], 'parts' => 5] + $is);
    }

    public function testTenToOneIsAnsweredBothWays(): void
    {
        $this->signIn('bo');
        $both = $this->ask('POST', '/api/compute/dilution_ratio', ['stockPpm' => 10_000, 'parts' => 10]);
        self::assertEqualsWithDelta(1000.0, $both['ppmOneInTotal'], 1e-9);
        self::assertEqualsWithDelta(909.0909090909, $both['ppmOneToParts'], 1e-6);
    }

    /** @return array<string, mixed> */
    private function stock(string $name): array
    {
        return array_column($this->ask('GET', '/api/dips')['stocks'], null, 'name')[$name];
    }
}
