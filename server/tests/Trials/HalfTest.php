<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Trials;

use WetCradle\Server\Tests\House;

/** Half of a planned batch with its hormone and half without, in one press. */
final class HalfTest extends House
{
    /** @return array<string, mixed> a planned batch of several trays that is dipped */
    private function planned(int $trays): array
    {
        foreach ($this->ask('GET', '/api/batches')['batches'] as $batch) {
            if (!$batch['isStuck'] && $batch['trays'] === $trays && $batch['state'] === 'planned' && $batch['zone'] !== 'Mist 1') {
                $one = $this->ask('GET', "/api/batches/{$batch['code']}");
                if ($one['sheet']['hormone'] !== null && $one['inTrayOf'] === null && $one['also'] === null) {
                    return $one;
                }
            }
        }
        self::fail("No planned batch of {$trays} trays is dipped.");
    }

    public function testItIsPartedIntoTwoBatchesAndATrialOfBoth(): void
    {
        $this->signIn();
        $batch = $this->planned(5);
        $orders = (int) $this->db()->fetchOne('SELECT wanted_id FROM batch WHERE code = ?', [$batch['code']]);
        $trial = $this->ask('POST', "/api/batches/{$batch['code']}/half", ['version' => $batch['version']]);
        $now = $this->ask('GET', "/api/batches/{$batch['code']}");
        $codes = array_column($trial['arms'], 'batch');
        self::assertSame($batch['code'], $codes[0]);
        $other = $this->ask('GET', "/api/batches/{$codes[1]}");
        self::assertSame([3, 2], [$now['trays'], $other['trays']], 'Of five trays the third stays with the batch.');
        self::assertSame($batch['planned'], $now['planned'] + $other['planned'], 'As many cuttings as before.');
        self::assertSame($batch['needed'], $now['needed'] + $other['needed']);
        self::assertSame([false, true], [$now['untreated'], $other['untreated']]);
        self::assertSame([$batch['sheet']['hormone'], null], [$now['sheet']['hormone'], $other['sheet']['hormone']]);
        self::assertSame([$batch['stickOn'], $batch['potOn'], $batch['block']], [$other['stickOn'], $other['potOn'], $other['block']]);
        self::assertSame($orders, (int) $this->db()->fetchOne('SELECT wanted_id FROM batch WHERE code = ?', [$codes[1]]));
        self::assertSame(4, (int) $this->db()->fetchOne('SELECT count(*) FROM trial_tray WHERE trial_id = ?', [$trial['id']]), 'Two of each are compared.');
        $sheet = $this->ask('GET', "/api/day-sheet?day={$batch['stickOn']}");
        $dipped = array_merge(...array_column($sheet['dips'], 'batches'));
        self::assertContains($batch['code'], $dipped);
        self::assertNotContains($codes[1], $dipped, 'Nobody dips what is left untreated.');
        self::assertNull(array_column($sheet['stick'], 'hormone', 'batch')[$codes[1]]);
        self::assertNull($this->ask('GET', "/api/labels?batches={$codes[1]}")['labels'][0]['hormone']);
        self::assertSame(409, $this->send('POST', "/api/batches/{$batch['code']}/half", ['version' => $batch['version']])->getStatusCode(), 'Seen before it was parted.');
    }

    public function testWhatCannotBeHalvedSaysWhy(): void
    {
        $this->signIn();
        $small = $this->planned(3);
        $refused = $this->refused(422, 'POST', "/api/batches/{$small['code']}/half", ['version' => $small['version']]);
        self::assertSame('trays', $refused['field']);
        self::assertStringContainsString('4 trays, and this batch has 3', $refused['message']);
        self::assertSame(3, $this->ask('GET', "/api/batches/{$small['code']}")['trays']);
        $stuck = $this->db()->fetchAssociative('SELECT code, version FROM batch WHERE stuck_on IS NOT NULL AND left_bench_on IS NULL LIMIT 1');
        self::assertIsArray($stuck);
        $message = $this->refused(422, 'POST', "/api/batches/{$stuck['code']}/half", ['version' => $stuck['version']])['message'];
        self::assertStringContainsString('only what is planned is halved', $message);
        $this->signIn('bo');
        $this->refused(403, 'POST', "/api/batches/{$small['code']}/half", ['version' => $small['version']]);
    }
}
