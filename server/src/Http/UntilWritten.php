<?php

declare(strict_types=1);

namespace WetCradle\Server\Http;

use Doctrine\DBAL\Connection;
use Psr\Cache\CacheItemInterface;
use Psr\Cache\CacheItemPoolInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\ControllerArgumentsEvent;
use Symfony\Component\HttpKernel\Event\TerminateEvent;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;

/**
 * What many people read again and again, and takes long to reckon, is reckoned once until anything is written, or the day ends. Every
 * write leaves another mark (`ImmediateConnection`); an answer is kept with the mark that was there before it was read, so that one
 * that was overtaken by a write is never given to anybody.
 *
 * Routes say it of themselves. What they answer is the same for everybody who may ask, and has no time of day in it: where it
 * has, the route takes its word back (`not`). Kept answers go with the cache whenever the code is another.
 */
final class UntilWritten
{
    /** A route with this in its defaults answers the same until anything is written. */
    public const SAME = '_until_written';
    /** The mark that was there before it was read. */
    private const MARK = '_mark';
    /** Answers kept of each route: of so many weeks or seasons. */
    private const EACH = 16;

    private ?CacheItemInterface $toKeep = null;

    public function __construct(
        #[Autowire(service: 'answers')] private readonly CacheItemPoolInterface $kept,
        private readonly Connection $db,
        private readonly Today $today,
    ) {
    }

    /** After it was seen that this person may read it. */
    #[AsEventListener(priority: -10)]
    public function onController(ControllerArgumentsEvent $event): void
    {
        $request = $event->getRequest();
        if (!$event->isMainRequest() || !$request->attributes->getBoolean(self::SAME)) {
            return;
        }
        $mark = $this->today->day()->format('Y-m-d').' '.(Row::words($this->db, 'SELECT mark FROM last_write')[0] ?? '');
        $request->attributes->set(self::MARK, $mark);
        /** @var ?array{asked: string, mark: string, says: string, etag: string} $kept */
        $kept = $this->kept->getItem(self::place($request))->get();
        if ($kept !== null && $kept['asked'] === $request->getRequestUri() && $kept['mark'] === $mark) {
            $answer = self::answer($kept['says'], $kept['etag'], $request);
            $event->setArguments([]);
            $event->setController(static fn () => $answer);
        }
    }

    /** What is about to be answered has a time of day in it. */
    public static function not(Request $request): void
    {
        $request->attributes->remove(self::SAME);
    }

    /** Keeps what is answered, where its route says so. */
    public function keep(Request $request, string $says, string $etag): void
    {
        $mark = $request->attributes->get(self::MARK);
        if ($mark !== null && $request->attributes->getBoolean(self::SAME)) {
            $this->toKeep = $this->kept->getItem(self::place($request))->set([
                'asked' => $request->getRequestUri(), 'mark' => $mark, 'says' => $says, 'etag' => $etag,
            ]);
        }
    }

    /** After it was answered: who asked need not wait for it. */
    #[AsEventListener]
    public function onTerminate(TerminateEvent $event): void
    {
        if ($this->toKeep !== null) {
            $this->kept->save($this->toKeep);
            $this->toKeep = null;
        }
    }

    private static function answer(string $says, string $etag, Request $request): Response
    {
        $answer = new Response($says, 200, ['Content-Type' => 'application/json']);
        $answer->setEtag($etag);
        $answer->isNotModified($request);

        return $answer;
    }

    private static function place(Request $request): string
    {
        return sprintf('%s.%d', $request->attributes->getString('_route'), crc32($request->getRequestUri()) % self::EACH);
    }
}
