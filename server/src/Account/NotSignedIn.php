<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\Security\Core\Authentication\Token\Storage\TokenStorageInterface;
use Symfony\Component\Security\Core\Exception\AccessDeniedException;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Http\EntryPoint\AuthenticationEntryPointInterface;
use WetCradle\Server\Http\Problems;

/**
 * Answers who is not signed in, and begins no session for it. The firewall would begin one to remember where they were going:
 * its cookie, in an answer that is late, would take the place of that of somebody who has signed in meanwhile.
 */
#[AsEventListener(priority: 2)]
final class NotSignedIn implements AuthenticationEntryPointInterface
{
    public function __construct(private readonly TokenStorageInterface $tokens)
    {
    }

    public function __invoke(ExceptionEvent $event): void
    {
        if ($event->getThrowable() instanceof AccessDeniedException && $this->tokens->getToken() === null) {
            $event->setResponse($this->start($event->getRequest()));
        }
    }

    public function start(Request $request, ?AuthenticationException $authException = null): Response
    {
        return Problems::error(401, 'not_signed_in', '', 'Sign in first.');
    }
}
