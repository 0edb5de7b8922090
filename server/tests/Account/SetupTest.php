<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Account;

use WetCradle\Server\Tests\House;

/** The first start, with nothing there yet; and that an empty nursery can be worked with from its own forms. */
final class SetupTest extends House
{
    protected const DEMO = false;
    private const FIRST = [
        'nursery' => 'Bræ & Søn’s “Øst” 🌱', 'units' => 'us', 'temperature' => 'fahrenheit', 'hemisphere' => 'south', 'climate' => 'warm_dry',
        'numbers' => '1,200.5', 'timeZone' => 'Pacific/Auckland',
        'name' => 'Ada', 'signIn' => 'ada', 'password' => 'ten letters and more',
    ];

    /** @return array<string, string> with what was printed where the server was started */
    private static function first(): array
    {
        return self::FIRST + ['token' => substr(self::console('cradle:setup-token'), 2)];
    }

    public function testTheFirstStartAsksForTheNurseryAndItsFirstPerson(): void
    {
        self::assertTrue($this->ask('GET', '/api/session')['needsSetup']);
        foreach ([
            ['nursery' => ''], ['hemisphere' => 'east'], ['password' => 'short'], ['password' => 'Password2027!'], ['signIn' => ' '], ['token' => 'guessed'],
        ] as $wrong) {
            $told = $this->refused(422, 'POST', '/api/setup', $wrong + self::first());
            self::assertSame(array_key_first($wrong), $told['field']);
        }
        self::assertSame(0, (int) $this->db()->fetchOne('SELECT count(*) FROM account'));
        $session = $this->ask('POST', '/api/setup', self::first());
        self::assertSame(['propagator', 'south', false], [$session['account']['role'], $session['nursery']['hemisphere'], $session['needsSetup']]);
        self::assertSame('Ada', $this->ask('GET', '/api/session')['account']['name']);
        self::assertSame('already_set_up', $this->refused(422, 'POST', '/api/setup', ['signIn' => 'eve', 'token' => 'any'] + self::FIRST)['code']);
    }

    public function testAnEmptyNurseryGetsToItsFirstBatch(): void
    {
        $this->ask('POST', '/api/setup', self::first());
        self::assertSame([], $this->ask('GET', '/api/day')['things']);
        self::assertSame([], $this->ask('GET', '/api/bench')['zones']);
        $this->ask('GET', '/api/rail');
        self::assertSame('benches', $this->nextStep());
        $new = ['name' => 'Mint “Cellar”', 'sheet' => $this->sheet(['rooting' => ['days' => [8, 14]]])];
        $crop = $this->ask('POST', '/api/crops', $new);
        self::assertSame('taken', $this->refused(422, 'POST', '/api/crops', $new)['code']);
        self::assertStringContainsString('crop sheet alone', $crop['learnt']['words']);
        $block = ['code' => 'mi-1', 'crop' => $crop['slug'], 'place' => 'North', 'plants' => 60, 'shoots' => 20, 'recoveryWeeks' => 3, 'plantedYear' => 2026];
        self::assertSame('MI-1', $this->ask('POST', '/api/stock', $block)['code']);
        self::assertSame('taken', $this->refused(422, 'POST', '/api/stock', $block)['code']);
        $zone = [
            'name' => 'Mist 1', 'house' => 'House', 'kind' => 'mist', 'trays' => 10, 'heatLow' => 16, 'heatHigh' => 24, 'mistLow' => 0,
            'mistHigh' => 3, 'length' => 6, 'width' => 1.6,
        ];
        $this->ask('POST', '/api/zones', $zone);
        self::assertGreaterThan(1.6, $this->ask('POST', '/api/zones', ['name' => 'Mist 2'] + $zone)['place']['y']);
        self::assertSame('out_of_range', $this->refused(422, 'POST', '/api/zones', ['name' => 'Mist 3', 'trays' => 0] + $zone)['code']);
        self::assertSame('inspection', $this->nextStep());
        self::assertSame(['step' => 'benches', 'have' => 2, 'isDone' => true, 'mayWait' => false, 'waitsFor' => []], $this->step('benches'));
        self::assertSame(['orders'], $this->step('plan')['waitsFor']);
        $wanted = $this->ask('POST', '/api/wanted', ['crop' => $crop['slug'], 'plants' => 60, 'pot' => 1, 'readyWeek' => '2027-W32', 'priority' => 'must']);
        $proposal = $this->ask('POST', "/api/wanted/{$wanted['id']}/proposal");
        $batch = $this->ask(
            'POST',
            '/api/batches',
            [
                'wanted' => $wanted['id'], 'trayKind' => 3, 'trays' => $proposal['trays'], 'confidence' => 0.9,
                'stickOn' => $proposal['dates']['stickOn'], 'block' => 'MI-1', 'zone' => $proposal['zones'][0]['id'],
            ],
        );
        self::assertMatchesRegularExpression('/^[A-Z]{3}-[3479]{2}$/', $batch['code']);
        self::assertTrue($this->ask('GET', '/api/first-steps')['isOver']);
        self::assertSame(
            'no_material',
            $this->refused(
                422,
                'POST',
                '/api/batches',
                [
                    'wanted' => $wanted['id'], 'trayKind' => 3, 'trays' => 8, 'confidence' => 0.9,
                    'stickOn' => $proposal['dates']['stickOn'], 'block' => 'MI-1', 'zone' => $proposal['zones'][0]['id'],
                ],
            )['code'],
        );
    }

    private function nextStep(): string
    {
        return $this->ask('GET', '/api/first-steps')['next'];
    }

    /** @return array<string, mixed> */
    private function step(string $name): array
    {
        return array_column($this->ask('GET', '/api/first-steps')['steps'], null, 'step')[$name];
    }
}
