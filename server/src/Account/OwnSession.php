<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Session\SessionInterface;
use Symfony\Component\HttpFoundation\Session\SessionUtils;
use Symfony\Component\HttpKernel\Event\ControllerEvent;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use WetCradle\Core\Refused;
use WetCradle\Server\Nursery\House;

/**
 * How long a session lasts, and who holds it: it ends some hours after it was last used and some days after it began, sooner on
 * a device that several share. While a request is answered the session is free for the next one of the same browser.
 */
final class OwnSession
{
    /** A route with this in its defaults signs in or out, and keeps the session to its end. */
    public const CHANGES = '_changes_session';
    private const BEGUN = 'begun';
    private const USED = 'used';
    private const SHARED = 'shared';
    /** Written at most so often, in seconds. */
    private const NOTED_EVERY = 60;

    public function __construct(private readonly House $house, private readonly ClockInterface $clock, private readonly Security $security)
    {
    }

    /** Begins with a sign-in. */
    public function begin(SessionInterface $session, bool $isShared): void
    {
        $now = $this->clock->now()->getTimestamp();
        $session->set(self::BEGUN, $now);
        $session->set(self::USED, $now);
        $session->set(self::SHARED, $isShared);
    }

    /** Before the firewall asks who it is. */
    #[AsEventListener(priority: 20)]
    public function endInTime(RequestEvent $event): void
    {
        $request = $event->getRequest();
        if (!$event->isMainRequest() || !$request->hasPreviousSession()) {
            return;
        }
        $session = $request->getSession();
        $begun = $session->get(self::BEGUN);
        $used = $session->get(self::USED);
        if (!is_int($begun) || !is_int($used)) {
            return;
        }
        $now = $this->clock->now()->getTimestamp();
        $limits = $this->house->sessions();
        $idle = $session->get(self::SHARED) === true ? 60 * $limits['sharedMinutes'] : 3600 * $limits['idleHours'];
        if ($now - $used > $idle || $now - $begun > 86_400 * $limits['days']) {
            $session->clear();
        } elseif ($now - $used >= self::NOTED_EVERY) {
            $session->set(self::USED, $now);
        }
    }

    /** When it is known who it is, and what they ask. */
    #[AsEventListener(priority: -20)]
    public function letGo(ControllerEvent $event): void
    {
        $request = $event->getRequest();
        if (!$event->isMainRequest()) {
            return;
        }
        $who = $this->security->getUser();
        $path = $request->getPathInfo();
        if ($who instanceof Account && $who->mustChange && str_starts_with($path, '/api/')
            && !in_array($path, ['/api/session', '/api/sign-out', '/api/me/password'], true)) {
            throw Refused::because('must_change', 'password', 'Your password was given to you for one time. Choose your own first.');
        }
        if (!$request->attributes->has(self::CHANGES) && $request->hasSession() && $request->getSession()->isStarted()) {
            $session = $request->getSession();
            $session->save();
            // PHP would send its cookie again: in an answer that is late it would take the place of that of a later sign-in.
            SessionUtils::popSessionCookie($session->getName(), $session->getId());
            // Written again with the answer, it would bring back a session that was ended meanwhile.
            $request->attributes->remove('_security_firewall_run');
        }
    }
}
