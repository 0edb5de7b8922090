<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Account;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Clock\MockClock;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Session\Session;
use Symfony\Component\HttpFoundation\Session\Storage\MockArraySessionStorage;
use Symfony\Component\HttpKernel\Event\ControllerEvent;
use Symfony\Component\HttpKernel\HttpKernelInterface;
use WetCradle\Server\Account\OwnSession;
use WetCradle\Server\Kernel;
use WetCradle\Server\Nursery\House;

/** A session is held only for as long as somebody may write into it. */
final class OwnSessionTest extends TestCase
{
    /** @return iterable<string, array{bool, int, bool}> */
    public static function requests(): iterable
    {
        yield 'an ordinary request' => [false, HttpKernelInterface::MAIN_REQUEST, false];
        yield 'one that signs in or out' => [true, HttpKernelInterface::MAIN_REQUEST, true];
        yield 'a part of another' => [false, HttpKernelInterface::SUB_REQUEST, true];
    }

    #[DataProvider('requests')]
    public function testTheNextRequestOfTheSameBrowserNeedsNotWait(bool $changes, int $type, bool $isHeld): void
    {
        $session = new Session(new MockArraySessionStorage());
        $session->start();
        $request = Request::create('/api/plan/draft', 'POST');
        $request->setSession($session);
        $request->attributes->set('_security_firewall_run', '_security_main');
        if ($changes) {
            $request->attributes->set(OwnSession::CHANGES, true);
        }
        $house = (new \ReflectionClass(House::class))->newInstanceWithoutConstructor();
        $own = new OwnSession($house, new MockClock(), $this->createStub(Security::class));
        $own->letGo(new ControllerEvent(new Kernel('test', false), static fn () => null, $request, $type));
        self::assertSame($isHeld, $session->isStarted());
        self::assertSame($isHeld, $request->attributes->has('_security_firewall_run'), 'Nor is it written again with the answer.');
    }
}
