<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Account;

use PHPUnit\Framework\Attributes\DataProvider;
use WetCradle\Server\Kernel;
use WetCradle\Server\Tests\House;

/** People who come, forget their password, change what they do, and go. */
final class PeopleTest extends House
{
    /** @return array<string, mixed> */
    private function person(string $signIn): array
    {
        foreach ($this->ask('GET', '/api/people')['people'] as $person) {
            if ($person['signIn'] === $signIn) {
                return $person;
            }
        }
        self::fail("Nobody signs in as {$signIn}.");
    }

    private function enters(string $signIn, string $password): int
    {
        return $this->send('POST', '/api/sign-in', ['signIn' => $signIn, 'password' => $password])->getStatusCode();
    }

    public function testSomebodyNewSignsInOnceWithWhatTheyWereToldAndChoosesTheirOwn(): void
    {
        $this->signIn();
        $new = $this->ask('POST', '/api/people', ['name' => 'Tove Nilssen', 'signIn' => 'tove', 'role' => 'hand']);
        self::assertTrue($new['person']['mustChange']);
        self::assertSame(200, $this->enters('tove', $new['password']));
        self::assertSame('must_change', $this->refused(422, 'GET', '/api/day')['code']);
        self::assertTrue($this->ask('GET', '/api/session')['account']['mustChange']);
        $own = ['present' => $new['password'], 'password' => ' heather by the gate '];
        self::assertSame('present', $this->refused(422, 'POST', '/api/me/password', ['present' => 'not that'] + $own)['field']);
        self::assertSame('same', $this->refused(422, 'POST', '/api/me/password', ['password' => $new['password']] + $own)['code']);
        self::assertFalse($this->ask('POST', '/api/me/password', $own)['account']['mustChange']);
        $this->ask('GET', '/api/day');
        self::assertSame(401, $this->enters('tove', 'heather by the gate'), 'The spaces at its ends are of it.');
        self::assertSame(200, $this->enters('tove', ' heather by the gate '));
        $this->signIn();
        $key = ['CONTENT_TYPE' => 'application/json', 'HTTP_IDEMPOTENCY_KEY' => 'new-person-1'];
        $body = ['name' => 'Sol', 'signIn' => 'sol', 'role' => 'hand'];
        $sent = array_map(fn () => json_decode((string) $this->send('POST', '/api/people', $body, $key)->getContent(), true), [1, 2]);
        self::assertSame($sent[0]['person'], $sent[1]['person'], 'Sent again it is one person.');
        self::assertSame([true, null], [is_string($sent[0]['password']), $sent[1]['password']]);
        self::assertStringNotContainsString(
            $sent[0]['password'],
            (string) json_encode($this->db()->fetchAllAssociative('SELECT * FROM sent_write')),
            'The answer is kept nowhere.',
        );
        self::assertStringNotContainsString('heather', (string) json_encode($this->db()->fetchAllAssociative('SELECT * FROM change_note')));
    }

    /** @return iterable<string, array{string, string}> */
    public static function poor(): iterable
    {
        yield 'short' => ['elevenchars', 'too_short'];
        yield 'of the list' => ['1q2w3e4r5t6y', 'too_common'];
        yield 'of the list, with capitals and a year' => ['Password2027!', 'too_common'];
        yield 'of the list, twice' => ['dragonfirsdragonfirs', ''];
        yield 'a word of the list, twice' => ['sunshinesunshine', 'too_common'];
        yield 'digits' => ['195803272046', 'too_common'];
        yield 'one sign' => ['aaaaaaaaaaaaaa', 'too_common'];
        yield 'four words' => ['peat robin lantern six', ''];
    }

    #[DataProvider('poor')]
    public function testAPasswordThatManyUseIsRefused(string $password, string $why): void
    {
        $this->signIn();
        $body = ['present' => self::PASSWORD, 'password' => $password];
        if ($why === '') {
            $this->ask('POST', '/api/me/password', $body);
        } else {
            $refusal = $this->refused(422, 'POST', '/api/me/password', $body);
            self::assertSame([$why, 'password'], [$refusal['code'], $refusal['field']]);
        }
    }

    public function testAForgottenPasswordIsGivenAnewAndSignsOutWhoeverHadTheOldOne(): void
    {
        $this->signIn('bo');
        $phone = $this->cookies();
        $this->signIn();
        $bo = $this->person('bo');
        $given = $this->ask('POST', "/api/people/{$bo['id']}/password", ['version' => $bo['version']]);
        self::assertMatchesRegularExpression('/^([a-z2-9]{4}-){3}[a-z2-9]{4}$/', $given['password']);
        self::assertSame('changed_meanwhile', $this->refused(409, 'POST', "/api/people/{$bo['id']}/password", ['version' => $bo['version']])['code']);
        $ines = $this->person('ines');
        self::assertSame('not_possible', $this->refused(422, 'POST', "/api/people/{$ines['id']}/password", ['version' => $ines['version']])['code']);
        $this->cookies($phone);
        self::assertSame('not_signed_in', $this->refused(401, 'GET', '/api/day')['code']);
        self::assertSame(401, $this->enters('bo', self::PASSWORD));
        self::assertSame(200, $this->enters('bo', $given['password']));
    }

    public function testWhoLeavesIsNotLetInAndOfferedNoMoreAndWhatTheyDidStays(): void
    {
        $this->signIn('bo');
        $phone = $this->cookies();
        $this->signIn();
        $bo = $this->person('bo');
        $hours = array_column($this->ask('GET', '/api/crew')['crew']['hands'], 'hours', 'person');
        self::assertSame(8, (int) $hours[$bo['id']]);
        $did = (int) $this->db()->fetchOne('SELECT count(*) FROM act WHERE by_id = ?', [$bo['id']]);
        $gone = $this->ask('POST', "/api/people/{$bo['id']}/end", ['version' => $bo['version']]);
        self::assertSame('2027-05-12', $gone['endedOn']);
        self::assertNotContains($bo['id'], array_column($this->ask('GET', '/api/crew')['crew']['hands'], 'person'));
        self::assertSame($did, (int) $this->db()->fetchOne('SELECT count(*) FROM act WHERE by_id = ?', [$bo['id']]));
        $crew = $this->ask('GET', '/api/crew');
        $crew['crew']['hands'][] = ['person' => $bo['id'], 'hours' => 3];
        self::assertSame('crew.hands[3].person', $this->refused(422, 'PUT', '/api/crew', $crew)['field']);
        array_pop($crew['crew']['hands']);
        $this->ask('PUT', '/api/crew', $crew);
        $here = $this->cookies();
        $this->cookies($phone);
        self::assertSame('not_signed_in', $this->refused(401, 'GET', '/api/day')['code']);
        self::assertSame(401, $this->enters('bo', self::PASSWORD));
        $this->cookies($here);
        $this->ask('POST', "/api/people/{$bo['id']}/return", ['version' => $gone['version']]);
        self::assertSame($hours, array_replace($hours, array_column($this->ask('GET', '/api/crew')['crew']['hands'], 'hours', 'person')));
        self::assertSame(200, $this->enters('bo', self::PASSWORD));
    }

    public function testTheLastPropagatorWhoCanSignInStaysOne(): void
    {
        $this->signIn();
        $ruth = $this->person('ruth');
        $this->ask('PUT', "/api/people/{$ruth['id']}", ['version' => $ruth['version'], 'name' => 'Ruth Castell', 'signIn' => 'ruth', 'role' => 'propagator']);
        $this->signIn('ruth');
        $ines = $this->person('ines');
        $this->ask('POST', "/api/people/{$ines['id']}/end", ['version' => $ines['version']]);
        $ruth = $this->person('ruth');
        $as = ['version' => $ruth['version'], 'name' => 'Ruth Castell', 'signIn' => 'ruth', 'role' => 'propagator'];
        self::assertSame('role', $this->refused(422, 'PUT', "/api/people/{$ruth['id']}", ['role' => 'hand'] + $as)['field']);
        self::assertSame('signIn', $this->refused(422, 'PUT', "/api/people/{$ruth['id']}", ['signIn' => ''] + $as)['field']);
        self::assertSame('in_use', $this->refused(422, 'POST', "/api/people/{$ruth['id']}/end", ['version' => $ruth['version']])['code']);
    }

    public function testAllOtherDevicesAreSignedOut(): void
    {
        $this->signIn();
        $lost = $this->cookies();
        $this->cookies([]);
        $this->signIn();
        $this->ask('POST', '/api/me/sign-out-elsewhere');
        $this->ask('GET', '/api/day');
        $here = $this->cookies();
        $this->cookies($lost);
        self::assertSame('not_signed_in', $this->refused(401, 'GET', '/api/day')['code']);
        $this->cookies($here);
        $bo = $this->person('bo');
        $this->cookies([]);
        $this->signIn('bo');
        $phone = $this->cookies();
        $this->cookies($here);
        $this->ask('POST', "/api/people/{$bo['id']}/sign-out", ['version' => $bo['version']]);
        $this->cookies($phone);
        self::assertSame('not_signed_in', $this->refused(401, 'GET', '/api/day')['code']);
        self::assertSame(200, $this->enters('bo', self::PASSWORD));
    }

    public function testWhoOnlyLendsAHandNeedsNoName(): void
    {
        $this->signIn();
        $new = $this->ask('POST', '/api/people', ['name' => 'Saturday help', 'role' => 'hand']);
        self::assertSame([null, null], [$new['password'], $new['person']['signIn']]);
        $other = $this->ask('POST', '/api/people', ['name' => 'Another', 'role' => 'hand']);
        self::assertSame('not_possible', $this->refused(422, 'POST', "/api/people/{$other['person']['id']}/password", ['version' => 1])['code']);
        foreach (['', '?'] as $name) {
            self::assertContains($this->enters($name, ''), [400, 401, 422]);
        }
        $crew = $this->ask('GET', '/api/crew');
        $crew['crew']['hands'][] = ['person' => $new['person']['id'], 'hours' => 6];
        $this->ask('PUT', '/api/crew', $crew);
        self::assertStringContainsString(
            'hours among the hands',
            $this->refused(422, 'DELETE', "/api/records/account/{$new['person']['id']}")['message'],
        );
        $this->ask('DELETE', "/api/records/account/{$other['person']['id']}");
    }

    public function testTheOfficeEntersOrdersAndNoMore(): void
    {
        $this->signIn('office');
        $order = ['crop' => 'mint-cellar', 'customer' => 'Oxlow Landscape', 'plants' => 40, 'pot' => 1, 'readyWeek' => '2028-W20', 'priority' => 'nice'];
        $this->ask('POST', '/api/wanted', $order);
        self::assertSame('not_allowed', $this->refused(403, 'POST', '/api/people', ['name' => 'X', 'role' => 'hand'])['code']);
        self::assertSame('not_allowed', $this->refused(403, 'PUT', '/api/crew', $this->ask('GET', '/api/crew'))['code']);
        self::assertSame('not_allowed', $this->refused(403, 'POST', '/api/round/looks', ['key' => 'office-1'])['code']);
    }

    public function testWhoIsLockedOutIsLetInFromTheServer(): void
    {
        $this->db()->executeStatement("UPDATE account SET ended_on = '2027-05-01' WHERE sign_in = 'ines'");
        $said = self::console('cradle:password', ['name' => 'ines']);
        self::assertSame(1, preg_match('/^0 .*once with (\S+) /', $said, $told));
        self::assertSame(200, $this->enters('ines', $told[1] ?? ''));
        self::assertStringStartsWith('1 Nobody signs in as eve. There are: ', self::console('cradle:password', ['name' => 'eve']));
    }

    public function testASessionEndsInTimeAndSoonerWhereOthersUseTheDevice(): void
    {
        // Of a session of before so much is left as its two times say.
        $ages = static fn (int $used, int $begun) => static function () use ($used, $begun): void {
            foreach (glob(Kernel::varDir().'/cache/test/sessions/*.mocksess') ?: [] as $file) {
                $data = unserialize((string) file_get_contents($file));
                $data['_sf2_attributes']['used'] = time() - $used;
                $data['_sf2_attributes']['begun'] = time() - $begun;
                file_put_contents($file, serialize($data));
            }
        };
        foreach ([
            [false, 3600 * 12 - 60, 86_400, true], [false, 3600 * 12 + 60, 86_400, false], [false, 60, 86_400 * 14 - 60, true],
            [false, 60, 86_400 * 14 + 60, false], [true, 60 * 29, 3600, true], [true, 60 * 31, 3600, false],
        ] as [$shared, $used, $begun, $lasts]) {
            $this->cookies([]);
            $this->ask('POST', '/api/sign-in', ['signIn' => 'bo', 'password' => self::PASSWORD, 'shared' => $shared]);
            $ages($used, $begun)();
            self::assertSame($lasts ? 200 : 401, $this->send('GET', '/api/crops')->getStatusCode(), "used {$used} s ago, begun {$begun} s ago");
        }
        $this->signIn();
        $settings = ['sessionIdleHours' => 1, 'sessionDays' => 1, 'sharedMinutes' => 2] + $this->ask('GET', '/api/nursery');
        $this->ask('PUT', '/api/nursery', $settings);
        $ages(3600 + 60, 7200)();
        self::assertSame(401, $this->send('GET', '/api/crops')->getStatusCode(), 'By the settings of the nursery.');
    }

    public function testADeviceThatIsKnownIsNotLockedOutByStrangers(): void
    {
        $this->signIn('ruth');
        $known = $this->cookies();
        $this->cookies([]);
        $last = 0;
        for ($i = 0; $i < 6; ++$i) {
            $last = $this->enters('ruth', 'guess '.$i);
        }
        self::assertSame(429, $last);
        self::assertSame(200, $this->enters('bo', self::PASSWORD), 'Others at the same address are let in.');
        $this->cookies(['cradle_device' => $known['cradle_device']]);
        self::assertSame(200, $this->enters('ruth', self::PASSWORD), 'On her own telephone she is.');
    }

    public function testTheLogHasWhatFailedAndNothingThatWasTyped(): void
    {
        array_map(unlink(...), glob(Kernel::varDir().'/log/*.log') ?: []);
        $this->enters('bo', 'my very secret word');
        $this->enters('another secret word', 'x');
        $this->signIn('visitor');
        $this->refused(403, 'POST', '/api/people', ['name' => 'X', 'role' => 'hand']);
        $log = '';
        foreach (glob(Kernel::varDir().'/log/*.log') ?: [] as $file) {
            $log .= file_get_contents($file);
        }
        self::assertSame(2, substr_count($log, 'Sign-in failed.'));
        self::assertStringContainsString('"account":2', $log);
        self::assertStringContainsString('POST /api/people', $log);
        self::assertStringNotContainsString('secret word', $log);
    }
}
