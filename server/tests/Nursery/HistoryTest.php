<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Nursery;

use WetCradle\Server\Tests\House;

/** Who changed what, when, from what to what. */
final class HistoryTest extends House
{
    /** @return list<array<string, mixed>> */
    private function changes(string $asked = ''): array
    {
        return $this->ask('GET', '/api/history'.$asked)['changes'];
    }

    public function testAChangeIsToldWithWhatItWasAndFound(): void
    {
        $this->signIn();
        $nursery = $this->ask('GET', '/api/nursery');
        $this->ask('PUT', '/api/nursery', ['name' => 'Löwe 100%', 'inspectionDays' => 14] + $nursery);
        $this->ask('PUT', '/api/nursery', ['weeks' => 'dates'] + $this->ask('GET', '/api/nursery'));
        [$last, $first] = $this->changes('?what=nursery');
        self::assertSame(['weeks', 'Weeks', 'numbers', 'dates'], array_values($last['fields'][0]));
        self::assertSame(['Ines Halloran', 'nursery'], [$first['by'], $first['what']]);
        self::assertSame(
            [['name', $nursery['name'], 'Löwe 100%'], ['inspectionDays', '60', '14']],
            array_map(static fn (array $one) => [$one['field'], $one['before'], $one['after']], $first['fields']),
        );
        self::assertSame([$first['id']], array_column($this->changes('?q='.rawurlencode('100%')), 'id'), 'A sign for anything is none here.');
        self::assertSame([], $this->changes('?q='.rawurlencode('no such thing')));
        self::assertSame([$last['id'], $first['id']], array_column($this->changes('?q=halloran&what=nursery'), 'id'));
        self::assertSame([$first['id']], array_column($this->changes("?what=nursery&before={$last['id']}"), 'id'));
    }

    public function testItIsReadInPartsAndByThePropagator(): void
    {
        $this->signIn();
        for ($i = 1; $i <= 101; ++$i) {
            $this->db()->insert('change_note', ['what' => 'zone', 'which' => "Z{$i}", 'fields' => '{"name":[null,"x"]}', 'by_id' => 1, 'at' => '2027-05-12 08:00:00']);
        }
        $first = $this->ask('GET', '/api/history?what=zone');
        self::assertSame([100, true, 'Z101'], [count($first['changes']), $first['more'], $first['changes'][0]['which']]);
        $rest = $this->ask('GET', '/api/history?what=zone&before='.$first['changes'][99]['id']);
        self::assertSame('Z1', $rest['changes'][0]['which']);
        self::assertSame(['Z7'], array_column($this->changes('?what=zone&which=Z7'), 'which'));
        $this->signIn('bo');
        self::assertSame(403, $this->send('GET', '/api/history')->getStatusCode());
    }
}
