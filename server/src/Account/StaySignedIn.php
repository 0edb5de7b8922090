<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\Security\Core\Authentication\Token\Storage\TokenStorageInterface;

/**
 * Where it failed before it was known who asks, as when the database cannot be read, nobody is signed out for it: the firewall
 * would else write into the session that nobody is there.
 */
#[AsEventListener(priority: 512)]
final class StaySignedIn
{
    private const FIREWALL_RAN = '_security_firewall_run';

    public function __construct(private readonly TokenStorageInterface $tokens)
    {
    }

    public function __invoke(ExceptionEvent $event): void
    {
        if ($this->tokens->getToken() === null) {
            $event->getRequest()->attributes->remove(self::FIREWALL_RAN);
        }
    }
}
