<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Account;

use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\EntityRepository;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\PasswordHasher\Hasher\PasswordHasherFactoryInterface;
use Symfony\Component\PasswordHasher\PasswordHasherInterface;
use Symfony\Component\Security\Core\Exception\UserNotFoundException;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Account\Accounts;
use WetCradle\Server\Account\Role;
use WetCradle\Server\Tests\House;

/** Signing in, roles, and the door. */
final class AccountTest extends House
{
    public function testSigningInGivesANewSessionAndOutEndsIt(): void
    {
        self::assertNull($this->ask('GET', '/api/session')['account']);
        $asked = $this->send('GET', '/api/crops');
        self::assertSame(401, $asked->getStatusCode());
        self::assertSame([], $asked->headers->getCookies(), 'No session is begun, that could take the place of another.');
        self::assertSame('not_signed_in', $this->refused(401, 'GET', '/api/crops')['code']);
        self::assertSame('wrong_sign_in', $this->refused(401, 'POST', '/api/sign-in', ['signIn' => 'ines', 'password' => 'wrong'])['code']);
        $this->signIn();
        $first = $this->cookie();
        self::assertNotSame('', $first);
        self::assertSame('propagator', $this->ask('GET', '/api/session')['account']['role']);
        $this->signIn('bo');
        self::assertNotSame($first, $this->cookie(), 'A session id from before signing in must not live on.');
        self::assertNull($this->ask('POST', '/api/sign-out')['account']);
        self::assertSame('not_signed_in', $this->refused(401, 'GET', '/api/day')['code']);
    }

    public function testRepeatedFailuresAreSlowed(): void
    {
        for ($i = 0; $i < 5; ++$i) {
            $this->refused(401, 'POST', '/api/sign-in', ['signIn' => 'ruth', 'password' => 'no'.$i]);
        }
        self::assertSame('too_many_tries', $this->refused(429, 'POST', '/api/sign-in', ['signIn' => 'ruth', 'password' => self::PASSWORD])['code']);
    }

    public function testANameThatNobodyHasTakesAsLongAsAWrongPassword(): void
    {
        $hasher = $this->createMock(PasswordHasherInterface::class);
        $hasher->expects(self::exactly(2))->method('hash');
        $hashers = $this->createStub(PasswordHasherFactoryInterface::class);
        $hashers->method('getPasswordHasher')->willReturn($hasher);
        $gone = new Account('Gone', 'gone', Role::Hand, 'a hash');
        $gone->endOn(new \DateTimeImmutable('2027-05-01'));
        foreach ([null, $gone] as $found) {
            $people = $this->createStub(EntityRepository::class);
            $people->method('findOneBy')->willReturn($found);
            $em = $this->createStub(EntityManagerInterface::class);
            $em->method('getRepository')->willReturn($people);
            try {
                (new Accounts($em, $hashers))->loadUserByIdentifier('gone');
                self::fail('Somebody was let in.');
            } catch (UserNotFoundException) {
            }
        }
    }

    public function testASessionOfAnEarlierVersionIsNobodys(): void
    {
        $of = unserialize(sprintf(
            'O:%d:"%s":6:{s:2:"id";i:1;s:7:"version";i:1;s:4:"name";s:3:"Ada";s:6:"signIn";s:3:"ada";s:4:"role";E:%d:"%s:Hand";s:8:"password";s:1:"x";}',
            strlen(Account::class),
            Account::class,
            strlen(Role::class) + 5,
            Role::class,
        ));
        self::assertInstanceOf(Account::class, $of);
        self::assertSame([null, false], [$of->id, $of->isLetIn()]);
        $now = new Account('Ada', 'ada', Role::Hand, 'a hash');
        $now->id = 1;
        $kept = unserialize(serialize($now));
        self::assertInstanceOf(Account::class, $kept);
        self::assertTrue($now->isEqualTo($kept));
        self::assertStringNotContainsString('a hash', serialize($now));
        foreach ([static fn (Account $a) => ++$a->door, static fn (Account $a) => $a->role = Role::Viewer, static fn (Account $a) => $a->id = 2] as $change) {
            $other = clone $now;
            $change($other);
            self::assertFalse($other->isEqualTo($kept));
        }
    }

    public function testPasswordsAreHashed(): void
    {
        foreach ($this->db()->fetchFirstColumn('SELECT password FROM account') as $kept) {
            self::assertStringStartsWith('$', (string) $kept);
            self::assertStringNotContainsString(self::PASSWORD, (string) $kept);
        }
    }

    /** @return iterable<string, array{0: array<string, string>, 1: int, 2: string}> */
    public static function fromElsewhere(): iterable
    {
        $json = ['CONTENT_TYPE' => 'application/json'];
        yield 'another origin' => [$json + ['HTTP_ORIGIN' => 'http://evil.test'], 403, 'other_site'];
        yield 'another port, of which the browser says nothing' => [$json + ['HTTP_ORIGIN' => 'http://cradle.test:8443'], 403, 'other_site'];
        yield 'another name, whatever else is said' => [$json + ['HTTP_ORIGIN' => 'http://evil.test', 'HTTP_SEC_FETCH_SITE' => 'same-origin'], 403, 'other_site'];
        yield 'another site' => [$json + ['HTTP_SEC_FETCH_SITE' => 'cross-site'], 403, 'other_site'];
        yield 'a form' => [['CONTENT_TYPE' => 'application/x-www-form-urlencoded'], 415, 'not_json'];
        yield 'plain text' => [['CONTENT_TYPE' => 'text/plain'], 415, 'not_json'];
    }

    /** @param array<string, string> $headers */
    #[DataProvider('fromElsewhere')]
    public function testRequestsFromOtherSitesAreRefused(array $headers, int $status, string $code): void
    {
        $this->signIn();
        $before = $this->rows();
        $response = $this->send('POST', '/api/people', '{"name":"X","signIn":"x","role":"hand"}', $headers);
        self::assertSame($status, $response->getStatusCode());
        self::assertStringContainsString($code, (string) $response->getContent());
        self::assertSame($before, $this->rows());
    }

    /** A server in front that hands on the name without its port. */
    public function testThePagesOwnRequestsComeInThroughAnyPort(): void
    {
        $headers = ['CONTENT_TYPE' => 'application/json', 'HTTP_ORIGIN' => 'https://cradle.test:8443', 'HTTP_SEC_FETCH_SITE' => 'same-origin'];
        self::assertSame(200, $this->send('POST', '/api/sign-in', ['signIn' => 'ines', 'password' => self::PASSWORD], $headers)->getStatusCode());
    }

    public function testThePageKeepsToItself(): void
    {
        foreach (['/', '/api/session', '/batches/RAK-47'] as $path) {
            $headers = $this->send('GET', $path)->headers;
            $policy = (string) $headers->get('Content-Security-Policy');
            self::assertStringContainsString("script-src 'self'", $policy);
            self::assertStringContainsString("frame-ancestors 'none'", $policy);
            self::assertStringNotContainsString('unsafe', $policy);
            self::assertStringNotContainsString('http', $policy);
            self::assertSame('DENY', $headers->get('X-Frame-Options'));
            self::assertSame('nosniff', $headers->get('X-Content-Type-Options'));
        }
    }

    public function testRolesMayDoWhatTheyMay(): void
    {
        $code = (string) $this->db()->fetchOne('SELECT b.code FROM batch b JOIN batch_standing s ON s.batch_id = b.id
            WHERE s.waiting > 20 AND (SELECT count(*) FROM line WHERE batch_id = b.id) = 1 LIMIT 1');
        $check = ['on' => '2027-05-12', 'stages' => ['callus' => 2]];
        $person = ['name' => 'New Hand', 'signIn' => 'new', 'role' => 'hand'];
        $this->signIn('visitor');
        $this->ask('GET', '/api/crops');
        self::assertSame('not_allowed', $this->refused(403, 'POST', "/api/batches/{$code}/checks", $check)['code']);
        $this->signIn('bo');
        $this->ask('POST', "/api/batches/{$code}/checks", $check);
        self::assertSame('not_allowed', $this->refused(403, 'POST', '/api/people', $person)['code']);
        self::assertSame(
            'not_allowed',
            $this->refused(
                403,
                'POST',
                '/api/wanted',
                ['crop' => 'mint-cellar', 'plants' => 1, 'pot' => 1, 'readyWeek' => '2028-W01', 'priority' => 'must'],
            )['code'],
        );
        $this->signIn('ines');
        $this->ask('POST', '/api/people', $person);
        self::assertSame('taken', $this->refused(422, 'POST', '/api/people', ['signIn' => 'NEW'] + $person)['code']);
        self::assertSame('too_long', $this->refused(422, 'POST', '/api/people', ['name' => str_repeat('n', 500), 'signIn' => 'other'] + $person)['code']);
    }
}
