<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Http;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\RequestStack;
use Symfony\Component\Routing\RouterInterface;
use Symfony\Component\Security\Core\Authentication\Token\Storage\TokenStorageInterface;
use Symfony\Component\Security\Core\Authentication\Token\UsernamePasswordToken;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Compute\OneAtATime;
use WetCradle\Server\Http\UntilWritten;
use WetCradle\Server\Tests\House;
use WetCradle\Server\Tests\Statements;

/** What is the same until anything is written is reckoned once until then. */
final class UntilWrittenTest extends House
{
    protected function setUp(): void
    {
        self::now('2027-05-12');
        parent::setUp();
    }

    protected function tearDown(): void
    {
        self::now('2027-05-12');
        parent::tearDown();
    }

    private static function now(string $now): void
    {
        $_SERVER['CRADLE_TODAY'] = $_ENV['CRADLE_TODAY'] = $now;
    }

    /** @return list<string> addresses of all that says so of itself */
    private function rooms(): array
    {
        $rooms = [];
        foreach ($this->service(RouterInterface::class)->getRouteCollection() as $route) {
            if ($route->getDefault(UntilWritten::SAME) === true) {
                $rooms[] = $route->getPath();
            }
        }
        self::assertContains('/api/day', $rooms);
        self::assertNotContains('/api/day-sheet', $rooms, 'The time of day stands on it.');

        return $rooms;
    }

    private function says(string $room): string
    {
        return (string) $this->send('GET', $room)->getContent();
    }

    private function mark(): string
    {
        return (string) $this->db()->fetchOne('SELECT mark FROM last_write');
    }

    public function testWhatWasReadIsNotReckonedAgain(): void
    {
        $this->signIn();
        foreach ($this->rooms() as $room) {
            $first = $second = '';
            $asked = Statements::during(function () use ($room, &$first): void {
                $first = $this->says($room);
            });
            $again = Statements::during(function () use ($room, &$second): void {
                $second = $this->says($room);
            });
            self::assertTrue($first === $second, $room);
            self::assertLessThanOrEqual(4, array_sum($again), $room.': who it is, which day, and the mark');
            self::assertGreaterThan(array_sum($again), array_sum($asked), $room);
            $this->db()->executeStatement("UPDATE stock_block SET note = 'seen' WHERE id = 1");
            $anew = Statements::during(fn () => $this->says($room));
            self::assertGreaterThan(array_sum($again), array_sum($anew), $room.': reckoned anew after any write');
        }
    }

    public function testItIsTheSameAtAnyHourAndForWhoeverMayRead(): void
    {
        $heard = [];
        foreach (['ines' => '06:10', 'bo' => '13:00', 'visitor' => '21:50'] as $who => $hour) {
            self::now('2027-05-12 '.$hour);
            $this->signIn($who);
            foreach ($this->rooms() as $room) {
                // So that nobody is answered what another was.
                $this->db()->executeStatement("UPDATE stock_block SET note = 'seen' WHERE id = 1");
                $answer = $this->send('GET', $room);
                if ($answer->getStatusCode() !== 403) {
                    $heard[$room][(string) $answer->getContent()] = $who;
                }
            }
        }
        foreach ($heard as $room => $answers) {
            self::assertCount(1, $answers, $room);
        }
    }

    public function testOnAnotherDayItIsAnother(): void
    {
        $this->signIn();
        $today = $this->says('/api/rail');
        self::now('2027-05-20');
        self::assertTrue($today !== $this->says('/api/rail'));
    }

    public function testWhoMayNotReadIsNotAnsweredWhatAnotherWas(): void
    {
        $this->signIn();
        $even = $this->says('/api/plan/even');
        $this->signIn('visitor');
        self::assertSame(403, $this->send('GET', '/api/plan/even')->getStatusCode());
        $this->cookies([]);
        self::assertSame(401, $this->send('GET', '/api/day')->getStatusCode());
        $this->signIn();
        self::assertTrue($even === $this->says('/api/plan/even'));
    }

    public function testWhatRunsByTheClockIsNotKept(): void
    {
        $this->signIn();
        $batch = (string) $this->db()->fetchOne("SELECT b.code FROM batch b
            WHERE b.stuck_on IS NULL AND b.called_off = 0 AND b.stick_on <= '2027-05-14' ORDER BY b.stick_on, b.id LIMIT 1");
        $this->says('/api/day');
        $this->db()->executeStatement("INSERT INTO collection (batch_id, started_at, how, by_id, parents)
            SELECT id, '2027-05-12 06:00:00', 'cold', 1, '[]' FROM batch WHERE code = ?", [$batch]);
        $this->says('/api/day');
        self::assertGreaterThan(10, array_sum(Statements::during(fn () => $this->says('/api/day'))), 'Its clock goes on.');
        self::assertTrue(str_contains($this->says('/api/day'), '"startedAt":"2027-05-12T06:00:00"'));
    }

    public function testWhatSomebodyStoppedIsNotAllThereIsAndNotKept(): void
    {
        $request = Request::create('/api/potting/fill');
        $request->attributes->set(UntilWritten::SAME, true);
        $this->service(RequestStack::class)->push($request);
        $ines = $this->service(EntityManagerInterface::class)->getRepository(Account::class)->findOneBy(['signIn' => 'ines']);
        self::assertNotNull($ines);
        $this->service(TokenStorageInterface::class)->setToken(new UsernamePasswordToken($ines, 'main', $ines->getRoles()));
        $long = $this->service(OneAtATime::class);
        self::assertSame('all', $long->run('potting is laid into weeks', static fn () => 'all'));
        self::assertTrue($request->attributes->getBoolean(UntilWritten::SAME));
        $long->run('potting is laid into weeks', static function () use ($long): string {
            $long->stop();

            return 'a part';
        });
        self::assertFalse($request->attributes->getBoolean(UntilWritten::SAME));
    }

    public function testEveryWriteLeavesAnotherMark(): void
    {
        $this->signIn();
        $seen = [$this->mark()];
        $this->db()->executeStatement("UPDATE stock_block SET note = 'felted' WHERE id = ?", [1]);
        $seen[] = $this->mark();
        $this->db()->executeStatement("UPDATE stock_block SET note = 'smooth' WHERE id = 1");
        $seen[] = $this->mark();
        $this->db()->transactional(fn () => $this->db()->insert('customer', ['name' => 'Brook Lane']));
        $seen[] = $this->mark();
        $this->ask('POST', '/api/wanted', ['crop' => 'mint-cellar', 'plants' => 90, 'pot' => 1, 'readyWeek' => '2028-W30', 'priority' => 'nice']);
        $seen[] = $this->mark();
        self::assertSame($seen, array_unique($seen));

        $last = $this->mark();
        $this->refused(422, 'POST', '/api/wanted', ['crop' => 'mint-cellar', 'plants' => 0, 'pot' => 1, 'readyWeek' => '2028-W30', 'priority' => 'nice']);
        $this->says('/api/day');
        $this->db()->beginTransaction();
        $this->db()->executeStatement("UPDATE stock_block SET note = 'hairy' WHERE id = 1");
        $this->db()->rollBack();
        self::assertSame($last, $this->mark(), 'What only reads, was refused or taken back leaves none.');
    }
}
