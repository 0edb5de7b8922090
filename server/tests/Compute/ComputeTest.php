<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Compute;

use WetCradle\Server\Tests\House;

/** The same calculation by command and over HTTP. */
final class ComputeTest extends House
{
    private const INPUT = ['needed' => 480, 'stages' => [['a' => 28, 'b' => 12]], 'confidence' => 0.9];

    public function testBothWaysGiveTheSame(): void
    {
        $this->signIn('visitor');
        $http = $this->ask('POST', '/api/compute/stick_count', self::INPUT);
        $command = self::console('cradle:compute', ['name' => 'stick_count'], json_encode(self::INPUT, JSON_THROW_ON_ERROR));
        self::assertStringStartsWith('0 {', $command);
        self::assertEquals($http, json_decode(substr($command, 2), true));
        self::assertSame(795, $http['stick']);
        self::assertContains('crop_rate', $this->ask('GET', '/api/compute')['calculations']);
    }

    public function testBadInputNamesItsField(): void
    {
        $this->signIn('visitor');
        $told = $this->refused(422, 'POST', '/api/compute/stick_count', ['needed' => -1] + self::INPUT);
        self::assertSame(['negative', 'needed'], [$told['code'], $told['field']]);
        $command = self::console('cradle:compute', ['name' => 'stick_count'], '{"needed":1e309,"stages":[],"confidence":0.9}');
        self::assertStringStartsWith('1 {"error":{"code":"not_finite","field":"needed"', $command);
        self::assertSame('unknown_calculation', $this->refused(404, 'POST', '/api/compute/guess', [])['code']);
        self::assertStringStartsWith('1 ', self::console('cradle:compute', ['name' => 'guess'], '{}'));
    }
}
