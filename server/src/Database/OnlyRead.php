<?php

declare(strict_types=1);

namespace WetCradle\Server\Database;

use Doctrine\Bundle\DoctrineBundle\Attribute\AsDoctrineListener;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\Event\PreFlushEventArgs;
use Doctrine\ORM\Events;
use Doctrine\ORM\Query;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use WetCradle\Server\Http\SentOnce;

/**
 * What only reads keeps no second picture of all that it has read, to find later what was changed: a third of the time of a
 * large room went into that. So that nothing is lost by it, a read that would write is an error.
 */
#[AsDoctrineListener(Events::preFlush)]
final class OnlyRead
{
    private bool $isRead = false;

    public function __construct(private readonly EntityManagerInterface $em)
    {
    }

    #[AsEventListener]
    public function onRequest(RequestEvent $event): void
    {
        if ($event->isMainRequest()) {
            $request = $event->getRequest();
            $this->isRead = $request->isMethodSafe() || $request->attributes->getBoolean(SentOnce::ASKS);
            $this->em->getConfiguration()->setDefaultQueryHint(Query::HINT_READ_ONLY, $this->isRead);
        }
    }

    /** Whether this is a request that writes nothing. */
    public function isRead(): bool
    {
        return $this->isRead;
    }

    public function preFlush(PreFlushEventArgs $flush): void
    {
        if ($this->isRead) {
            throw new \LogicException('Who only reads writes nothing.');
        }
    }
}
