<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Mist;

use WetCradle\Server\Tests\House;

/** What is to be set on the controllers this morning comes from who lies in the zones, and is ticked when it is done. */
final class ProgrammesTest extends House
{
    /**
     * @param ?array<string, mixed> $said as it was told; asked anew where it is not
     *
     * @return array<string, mixed> of the first zone that is misted
     */
    private function misted(?array $said = null): array
    {
        foreach (($said ?? $this->ask('GET', '/api/mist/programmes'))['zones'] as $zone) {
            if ($zone['mistFor'] !== null) {
                return $zone;
            }
        }
        self::fail('Nobody is under mist.');
    }

    /**
     * @param array<string, mixed> $zone as it was seen
     * @param array<string, mixed> $more
     *
     * @return array<string, mixed>
     */
    private function put(array $zone, array $more = []): array
    {
        return $this->misted($this->ask('PUT', "/api/mist/programmes/{$zone['id']}", ['mark' => $zone['mark'], 'set' => $zone['set']['id'] ?? null] + $more));
    }

    public function testWhatIsToBeSetIsTickedAndNotAskedAgain(): void
    {
        $this->signIn('ines');
        $zone = $this->misted();
        self::assertContains($zone['mistFor'], array_column($zone['tenants'], 'batch'));
        self::assertNotSame([], $zone['changes']);
        $then = $this->put($zone);
        self::assertSame([[], $zone['asks'], 'Ines', false], [$then['changes'], $then['set']['programme'], explode(' ', $then['set']['by'])[0], $then['set']['isOwn']]);
        self::assertSame($then['says'], $then['set']['says']);
        $again = $this->misted($this->ask('DELETE', "/api/mist/programmes/{$zone['id']}/newest"));
        self::assertSame([$zone['set'], $zone['changes']], [$again['set'], $again['changes']]);
        $this->ask('DELETE', "/api/mist/programmes/{$zone['id']}/newest");
        self::assertNull($this->misted()['set']);
        self::assertSame(404, $this->send('DELETE', "/api/mist/programmes/{$zone['id']}/newest")->getStatusCode());
    }

    public function testWhoSetsItOtherwiseIsNotAskedAgainUntilSomethingElseIsWanted(): void
    {
        $this->signIn('ines');
        $zone = $this->misted();
        $own = ['mist' => ['seconds' => 5] + $zone['asks']['mist']] + $zone['asks'];
        $then = $this->put($zone, ['programme' => $own]);
        self::assertSame([[], true, 5], [$then['changes'], $then['set']['isOwn'], $then['set']['programme']['mist']['seconds']]);
        $habits = $this->ask('GET', '/api/house-defaults');
        $this->ask('PUT', '/api/house-defaults', ['version' => $habits['version'], 'defaults' => ['mist_gap_most' => 120]]);
        $anew = $this->misted();
        self::assertFalse($anew['set']['isOwn']);
        self::assertNotSame([], $anew['changes'], 'What is asked is something else.');
    }

    public function testTwoWhoSetTheSameAreTold(): void
    {
        $this->signIn('ines');
        $zone = $this->misted();
        $this->put($zone);
        $this->refused(409, 'PUT', "/api/mist/programmes/{$zone['id']}", ['mark' => $zone['mark'], 'set' => $zone['set']['id']]);
        $this->refused(409, 'PUT', "/api/mist/programmes/{$zone['id']}", ['mark' => 'other', 'set' => $this->misted()['set']['id']]);
    }

    public function testItIsWalkedDownWithTheStepsOfWeaning(): void
    {
        $this->signIn('ines');
        $zone = $this->misted();
        $code = $zone['mistFor'];
        $own = fn (): array => array_column($this->misted()['tenants'], null, 'batch')[$code];
        self::assertEquals(0, $own()['eased']);
        $steps = $this->ask('GET', "/api/batches/{$code}")['weaning']['of'];
        self::assertGreaterThan(1, $steps);
        for ($step = 1; $step <= $steps; ++$step) {
            $batch = $this->ask('GET', "/api/batches/{$code}");
            $this->ask('POST', "/api/batches/{$code}/weaning", ['version' => $batch['version'], 'step' => $step, 'as' => 'done', 'on' => $this->ask('GET', '/api/session')['today']]);
            $all = array_column($this->ask('GET', '/api/mist/programmes')['zones'], null, 'id');
            $there = array_merge(...array_column($all, 'tenants'));
            $now = array_column($there, null, 'batch')[$code];
            self::assertEqualsWithDelta($step / $steps, $now['eased'], 1e-9);
            self::assertNotSame($zone['asks'] + ['for' => $code], $all[$zone['id']]['asks'] + ['for' => $all[$zone['id']]['mistFor']], 'The valve follows.');
        }
    }

    public function testNozzlesThatWereCountedAreThoseOfTheZone(): void
    {
        $this->signIn('ines');
        $zone = $this->misted();
        $is = array_column($this->ask('GET', '/api/bench')['zones'], null, 'id')[$zone['id']];
        $this->ask('PUT', "/api/zones/{$zone['id']}", [
            'version' => $is['version'], 'name' => $is['name'], 'house' => $is['house'], 'kind' => $is['kind'], 'heatLow' => $is['heat'][0],
            'heatHigh' => $is['heat'][1], 'mistLow' => $is['mist'][0], 'mistHigh' => $is['mist'][1], 'length' => $is['place']['length'],
            'width' => $is['place']['width'], 'nozzles' => 7,
        ]);
        self::assertSame(7, $this->misted()['asks']['mist']['nozzles']);
        self::assertNotSame(7, $zone['asks']['mist']['nozzles']);
    }

    public function testWhatNoControllerTakesIsRefusedByItsField(): void
    {
        $this->signIn('ines');
        $zone = $this->misted();
        $refused = $this->refused(422, 'PUT', "/api/mist/programmes/{$zone['id']}", [
            'mark' => $zone['mark'], 'programme' => ['mist' => ['seconds' => 0] + $zone['asks']['mist']],
        ]);
        self::assertSame('programme.mist.seconds', $refused['field']);
        self::assertSame($zone, $this->misted());
        $this->signIn('visitor');
        $this->refused(403, 'PUT', "/api/mist/programmes/{$zone['id']}", ['mark' => $zone['mark']]);
    }
}
