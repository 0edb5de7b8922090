<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Rooting;

use WetCradle\Server\Tests\House;

/** What a hand finds on the round reaches the one who decides, until somebody has dealt with it. */
final class TroublesTest extends House
{
    private int $looks = 0;

    /**
     * @param array<string, mixed> $stop
     * @param array<string, mixed> $more
     */
    private function see(array $stop, string $seen, array $more = []): void
    {
        $this->ask('POST', '/api/round/looks', [
            'key' => sprintf('trouble-%04d', ++$this->looks), 'code' => $stop['code'], 'line' => $stop['line'], 'seen' => $seen,
            'at' => sprintf('2027-05-12T07:%02d:00', $this->looks),
        ] + $more);
    }

    /** @return list<array{seen: string, zone: string, looks: list<array<string, mixed>>}> */
    private function troubles(): array
    {
        return $this->ask('GET', '/api/troubles')['troubles'];
    }

    public function testWhatIsFoundStandsThereUntilItIsDealtWith(): void
    {
        $this->signIn('bo');
        self::assertSame([], $this->troubles());
        $stops = $this->ask('GET', '/api/round')['stops'];
        $zones = array_count_values(array_column($stops, 'zone'));
        arsort($zones);
        $here = array_values(array_filter($stops, static fn (array $stop) => $stop['zone'] === array_key_first($zones)));
        $this->see($here[0], 'fine');
        $this->see($here[0], 'dry');
        foreach (array_slice($here, 0, 3) as $stop) {
            $this->see($stop, 'pest', ['share' => 0.1]);
        }
        $this->see($here[1], 'fine', ['note' => 'a word for you']);
        $troubles = $this->troubles();
        self::assertSame([['pest', 3], ['dry', 1], ['fine', 1]], array_map(static fn (array $t) => [$t['seen'], count($t['looks'])], $troubles));
        self::assertSame(array_key_first($zones), $troubles[0]['zone']);

        $pest = array_column($troubles[0]['looks'], 'id');
        $this->ask('POST', '/api/troubles', ['looks' => $pest, 'what' => 'sprayed, soap']);
        self::assertSame(['dry', 'fine'], array_column($this->troubles(), 'seen'));
        $note = (string) $this->db()->fetchOne("SELECT fields FROM change_note WHERE what = 'look' ORDER BY id DESC LIMIT 1");
        self::assertSame([null, 'sprayed, soap'], json_decode($note, true, flags: JSON_THROW_ON_ERROR)['what'], 'Who did what is kept.');
        $this->ask('POST', '/api/troubles', ['looks' => $pest]);
        self::assertSame('pest', $this->troubles()[0]['seen'], 'Undone, it is open again.');
    }

    public function testWhatIsWatchedComesBack(): void
    {
        $this->signIn('bo');
        $stop = $this->ask('GET', '/api/round')['stops'][0];
        $this->see($stop, 'rot');
        $id = $this->troubles()[0]['looks'][0]['id'];
        $told = $this->refused(422, 'POST', '/api/troubles', ['looks' => [$id], 'watchUntil' => '2027-05-12']);
        self::assertSame(['gone_by', 'watchUntil'], [$told['code'], $told['field']]);
        self::assertSame('too_many', $this->refused(422, 'POST', '/api/troubles', ['looks' => [$id], 'watchUntil' => '2027-05-20', 'what' => 'x'])['code']);
        self::assertSame('unknown', $this->refused(422, 'POST', '/api/troubles', ['looks' => [$id, 4711], 'what' => 'x'])['code']);
        $this->ask('POST', '/api/troubles', ['looks' => [$id], 'watchUntil' => '2027-05-14']);
        self::assertSame([], $this->troubles());
        $_SERVER['CRADLE_TODAY'] = $_ENV['CRADLE_TODAY'] = '2027-05-14';
        try {
            self::assertSame([true], array_column(array_column($this->troubles(), 'looks')[0] ?? [], 'watched'));
            $this->ask('POST', '/api/troubles', ['looks' => [$id], 'what' => 'gone']);
            self::assertSame([], $this->troubles());
        } finally {
            $_SERVER['CRADLE_TODAY'] = $_ENV['CRADLE_TODAY'] = '2027-05-12';
        }
    }

    public function testAViewerLooksAndDoesNotDecide(): void
    {
        $this->signIn('bo');
        $this->see($this->ask('GET', '/api/round')['stops'][0], 'nozzle');
        $this->signIn('visitor');
        $id = $this->troubles()[0]['looks'][0]['id'];
        self::assertSame('not_allowed', $this->refused(403, 'POST', '/api/troubles', ['looks' => [$id], 'what' => 'x'])['code']);
    }
}
