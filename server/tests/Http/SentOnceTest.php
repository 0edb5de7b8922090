<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Http;

use Symfony\Component\Clock\Clock;
use Symfony\Component\Clock\MockClock;
use Symfony\Component\Clock\NativeClock;
use Symfony\Component\HttpFoundation\Response;
use WetCradle\Server\Tests\House;

/** Sent once, kept once: what is sent again with its key is not done again. That it is so with every kind of write is in AsAgreedTest. */
final class SentOnceTest extends House
{
    private const ORDER = ['crop' => 'catmint-millrace', 'plants' => 40, 'pot' => 1, 'readyWeek' => '2027-W36', 'priority' => 'must'];

    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn();
    }

    protected function tearDown(): void
    {
        Clock::set(new NativeClock());
        parent::tearDown();
    }

    /** @param array<string, mixed> $body */
    private function with(string $key, array $body, string $path = '/api/wanted'): Response
    {
        return $this->send('POST', $path, $body, ['CONTENT_TYPE' => 'application/json', 'HTTP_IDEMPOTENCY_KEY' => $key]);
    }

    private function orders(): int
    {
        return (int) $this->db()->fetchOne('SELECT count(*) FROM wanted');
    }

    public function testWhatIsSentAgainIsAnsweredAsTheFirstTime(): void
    {
        $before = $this->orders();
        $first = $this->with('first-key-1', self::ORDER);
        $again = $this->with('first-key-1', self::ORDER);
        self::assertSame([201, 201], [$first->getStatusCode(), $again->getStatusCode()]);
        self::assertSame($first->getContent(), $again->getContent());
        self::assertSame($before + 1, $this->orders());
        $this->with('other-key-1', self::ORDER);
        self::assertSame($before + 2, $this->orders(), 'Another key is another order.');
    }

    public function testAKeyIsForOneThingAndOnePerson(): void
    {
        $this->with('first-key-1', self::ORDER);
        $before = $this->orders();
        $refusal = static fn (Response $answer): string => json_decode((string) $answer->getContent(), true, flags: JSON_THROW_ON_ERROR)['error']['code'];
        self::assertSame('key_used', $refusal($this->with('first-key-1', ['plants' => 41] + self::ORDER)));
        self::assertSame('key_used', $refusal($this->with('first-key-1', ['name' => 'Now'], '/api/plan/versions')));
        self::assertSame('wrong_type', $refusal($this->with('short', self::ORDER)));
        $this->signIn('bo');
        self::assertSame(403, $this->with('first-key-1', self::ORDER)->getStatusCode());
        self::assertSame($before, $this->orders());
    }

    public function testWhatIsRefusedIsKeptByNoKey(): void
    {
        $before = $this->orders();
        self::assertSame(422, $this->with('first-key-1', ['plants' => 0] + self::ORDER)->getStatusCode());
        self::assertSame(0, (int) $this->db()->fetchOne('SELECT count(*) FROM sent_write'));
        self::assertSame(201, $this->with('first-key-1', self::ORDER)->getStatusCode(), 'Put right, it is sent with the same key.');
        self::assertSame($before + 1, $this->orders());
    }

    public function testWhatFailsOnTheWayLeavesNothing(): void
    {
        $before = $this->orders();
        $this->db()->executeStatement("CREATE TRIGGER full BEFORE INSERT ON sent_write BEGIN SELECT RAISE(ABORT, 'the disk is full'); END");
        $answer = $this->with('first-key-1', self::ORDER);
        self::assertSame(507, $answer->getStatusCode());
        self::assertStringContainsString('Nothing was saved', (string) $answer->getContent());
        self::assertSame($before, $this->orders(), 'An order without its answer is not kept: it would be kept twice.');
        $this->db()->executeStatement('DROP TRIGGER full');
        self::assertSame(201, $this->with('first-key-1', self::ORDER)->getStatusCode());
        self::assertSame($before + 1, $this->orders());
    }

    public function testKeysAreSweptAfterTwoWeeks(): void
    {
        $this->with('first-key-1', self::ORDER);
        Clock::set(new MockClock(new \DateTimeImmutable('+13 days')));
        $this->signIn();
        $this->with('other-key-1', self::ORDER);
        self::assertSame(2, (int) $this->db()->fetchOne('SELECT count(*) FROM sent_write'));
        Clock::set(new MockClock(new \DateTimeImmutable('+15 days')));
        $this->signIn();
        $this->with('third-key-1', self::ORDER);
        self::assertSame(['other-key-1', 'third-key-1'], $this->db()->fetchFirstColumn('SELECT key FROM sent_write ORDER BY at'));
    }

    public function testAQuestionIsNoWrite(): void
    {
        $wanted = $this->ask('GET', '/api/wanted')['wanted'][0]['id'];
        self::assertSame(200, $this->with('first-key-1', [], "/api/wanted/{$wanted}/proposal")->getStatusCode());
        self::assertSame(0, (int) $this->db()->fetchOne('SELECT count(*) FROM sent_write'));
    }
}
