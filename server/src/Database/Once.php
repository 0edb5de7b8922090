<?php

declare(strict_types=1);

namespace WetCradle\Server\Database;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;

/** What a request that only reads has read, it need not read again: nothing changes meanwhile that it would want to know of. */
final class Once
{
    /** @var array<string, mixed> */
    private array $read = [];

    public function __construct(private readonly OnlyRead $only)
    {
    }

    #[AsEventListener]
    public function onRequest(RequestEvent $event): void
    {
        if ($event->isMainRequest()) {
            $this->read = [];
        }
    }

    /**
     * @template T
     *
     * @param \Closure(): T $read
     *
     * @return T
     */
    public function read(string $what, \Closure $read): mixed
    {
        if (!$this->only->isRead()) {
            return $read();
        }

        /** @var T $kept by its name, always the same */
        $kept = $this->read[$what] ??= $read();

        return $kept;
    }
}
