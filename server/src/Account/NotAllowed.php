<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

use Psr\Log\LoggerInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\Security\Core\Exception\AccessDeniedException;

/** The log has who asked for what their role may not do. */
#[AsEventListener(priority: 3)]
final class NotAllowed
{
    public function __construct(private readonly LoggerInterface $logger, private readonly Security $security)
    {
    }

    public function __invoke(ExceptionEvent $event): void
    {
        $who = $this->security->getUser();
        if ($event->getThrowable() instanceof AccessDeniedException && $who instanceof Account) {
            $request = $event->getRequest();
            $this->logger->warning('Not allowed.', [
                'account' => $who->id, 'role' => $who->role->value, 'asked' => $request->getMethod().' '.$request->getPathInfo(),
                'from' => $request->getClientIp(),
            ]);
        }
    }
}
