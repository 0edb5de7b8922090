<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Mist;

use WetCradle\Server\Tests\House;

/** A nursery at noon of one day, in which a device was let in. */
abstract class MeasuredHouse extends House
{
    protected const NOON = '2027-05-12 12:00:00';
    protected string $token = '';
    protected int $zone = 0;
    protected string $zoneName = '';

    protected function setUp(): void
    {
        parent::setUp();
        $this->itIs(self::NOON);
        foreach (['reading', 'reading_day', 'reading_last'] as $table) {
            $this->db()->executeStatement("DELETE FROM {$table}");
        }
        $this->signIn('ines');
        foreach ($this->ask('GET', '/api/mist/programmes')['zones'] as $zone) {
            if ($zone['mistFor'] !== null && $zone['set'] !== null) {
                [$this->zone, $this->zoneName] = [$zone['id'], $zone['name']];
                $this->ask('PUT', "/api/mist/programmes/{$zone['id']}", ['mark' => $zone['mark'], 'set' => $zone['set']['id']]);
                break;
            }
        }
        $this->token = $this->ask('POST', '/api/devices', ['name' => 'Gateway'])['token'];
    }

    protected function tearDown(): void
    {
        $this->itIs('2027-05-12');
        parent::tearDown();
    }

    protected function itIs(string $now): void
    {
        $_SERVER['CRADLE_TODAY'] = $_ENV['CRADLE_TODAY'] = $now;
    }

    /**
     * @param array<mixed>|string $readings a list of them, or a table
     *
     * @return array<string, mixed>
     */
    protected function say(array|string $readings, int $status = 200, ?string $token = null): array
    {
        $response = $this->send('POST', '/api/feed/readings', is_array($readings) ? json_encode($readings, JSON_THROW_ON_ERROR) : $readings, [
            'CONTENT_TYPE' => is_array($readings) ? 'application/json' : 'text/csv', 'HTTP_AUTHORIZATION' => 'Bearer '.($token ?? $this->token),
        ]);
        self::assertSame($status, $response->getStatusCode(), (string) $response->getContent());

        return (array) json_decode((string) $response->getContent(), true, 512, JSON_THROW_ON_ERROR);
    }

    /**
     * Readings of every five minutes in which all is well, but for what is said.
     *
     * @param array<string, ?float> $otherwise from a minute on
     *
     * @return list<array<string, float|string>>
     */
    protected function readings(string $from, string $to, array $otherwise = [], string $since = '2000-01-01'): array
    {
        $readings = [];
        $set = array_column($this->ask('GET', '/api/mist/programmes')['zones'], null, 'id')[$this->zone]['asks'];
        $minute = 0;
        for ($at = new \DateTimeImmutable($from.'Z'); $at <= new \DateTimeImmutable($to.'Z'); $at = $at->modify('+5 minutes')) {
            $flutter = 0.1 * (++$minute % 3);
            $is = ['air' => $set['air'] + 3 + $flutter, 'humidity' => 85 + $flutter, 'medium' => $set['medium'] + $flutter, 'light' => 150.0, 'flow' => 0.4];
            $is = $at >= new \DateTimeImmutable($since.'Z') ? $otherwise + $is : $is;
            $readings[] = ['time' => $at->format('Y-m-d\TH:i\Z'), 'zone' => $this->zoneName] + array_filter($is, static fn (?float $one) => $one !== null);
        }

        return $readings;
    }
}
