<?php

declare(strict_types=1);

namespace WetCradle\Server\Http;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\Security\Core\Exception\AccessDeniedException;
use Symfony\Component\Security\Core\Exception\AuthenticationException;

/** What nobody foresaw: logged by the framework, said plainly to the person, with no insides shown. */
#[AsEventListener(priority: -100)]
final class Unexpected
{
    public function __invoke(ExceptionEvent $event): void
    {
        $thrown = $event->getThrowable();
        if (
            str_starts_with($event->getRequest()->getPathInfo(), '/api')
            && !$thrown instanceof AccessDeniedException
            && !$thrown instanceof AuthenticationException
            && !$event->hasResponse()
        ) {
            $event->setResponse(Problems::error(500, 'failed', '', 'Something went wrong on our side. Nothing was saved; what you typed is still here.'));
        }
    }
}
