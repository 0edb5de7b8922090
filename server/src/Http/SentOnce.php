<?php

declare(strict_types=1);

namespace WetCradle\Server\Http;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Types\Types;
use Psr\Clock\ClockInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\ControllerArgumentsEvent;
use Symfony\Component\HttpKernel\Event\ResponseEvent;
use Symfony\Component\HttpKernel\Event\TerminateEvent;
use WetCradle\Core\Refused;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Database\Row;

/**
 * Sent once, kept once. A write carries a key of the sender's own. All that it writes is one transaction with its answer, kept
 * by that key; whoever sends it again, since no answer came, gets the answer of the first time. What was refused wrote nothing
 * and is kept by no key. Keys are swept after two weeks.
 */
final class SentOnce
{
    private const HEADER = 'Idempotency-Key';
    /** A route with this in its defaults only asks, and writes nothing. */
    public const ASKS = '_asks';
    /** What is sent to a route with this in its defaults has a key within it, made where it was seen. */
    public const OWN_KEY = '_own_key';
    /** The answer of a route with this in its defaults is a secret, and kept nowhere; sent again, it is done again. */
    public const SECRET = '_secret';
    /** Of the answer of a route, the field that is a secret: sent again, the answer comes without it. */
    public const BUT = '_but';
    /** A route with this in its defaults computes for long before it writes, and begins its transaction by itself. */
    public const LATER = '_later';
    private const OPEN = '_sent_once';
    private const DAYS = 14;

    public function __construct(
        private readonly Connection $db,
        private readonly Security $security,
        private readonly ClockInterface $clock,
        #[Autowire('%kernel.secret%')] #[\SensitiveParameter] private readonly string $secret,
    ) {
    }

    /** After it was seen that this person may do it. */
    #[AsEventListener(priority: -10)]
    public function onController(ControllerArgumentsEvent $event): void
    {
        $request = $event->getRequest();
        $key = $request->headers->get(self::HEADER, '');
        if ($key === '' || !$event->isMainRequest() || $request->isMethodSafe() || $request->attributes->has(self::ASKS)
            || $request->attributes->has(self::OWN_KEY) || $request->attributes->has(self::SECRET)) {
            return;
        }
        if (preg_match('/^[\w-]{8,60}$/', (string) $key) !== 1) {
            throw Refused::because('wrong_type', self::HEADER, 'A key has 8 to 60 letters, digits and dashes.');
        }
        $before = $request->attributes->has(self::LATER) ? $this->before($request, (string) $key) : $this->open($request);
        if ($before !== null) {
            $event->setArguments([]);
            $event->setController(static fn () => $before);
        }
    }

    /**
     * Begins the transaction of a write that carries a key: before the route, or, of a route that says `LATER`, by itself when it
     * is about to write.
     *
     * @return ?Response the answer of the first time, where it was sent before
     */
    public function open(Request $request): ?Response
    {
        $key = $request->headers->get(self::HEADER, '');
        if ($key === null || $key === '') {
            return null;
        }
        $this->db->beginTransaction();
        $request->attributes->set(self::OPEN, $key);
        $before = $this->before($request, $key);
        if ($before !== null) {
            $request->attributes->set(self::OPEN, '');
        }

        return $before;
    }

    private function before(Request $request, string $key): ?Response
    {
        $kept = Row::first($this->db, 'SELECT account_id, request, status, answer FROM sent_write WHERE key = ?', [$key]);
        if ($kept === null) {
            return null;
        }
        if ($kept->int('account_id') !== $this->account() || $kept->text('request') !== $this->told($request)) {
            throw Refused::because('key_used', self::HEADER, 'Something else was sent with this key.');
        }

        return new Response($kept->text('answer'), $kept->int('status'), ['Content-Type' => 'application/json']);
    }

    /** After the answer was put into words. */
    #[AsEventListener(priority: -200)]
    public function onResponse(ResponseEvent $event): void
    {
        $key = $this->close($event->getRequest());
        if ($key === null) {
            return;
        }
        $answer = $event->getResponse();
        if ($key === '' || $answer->getStatusCode() >= 400) {
            $this->db->rollBack();

            return;
        }
        $now = \DateTimeImmutable::createFromInterface($this->clock->now());
        $this->db->insert('sent_write', [
            'key' => $key, 'account_id' => $this->account(), 'request' => $this->told($event->getRequest()),
            'status' => $answer->getStatusCode(), 'answer' => self::kept($event->getRequest(), (string) $answer->getContent()), 'at' => $now,
        ], ['at' => Types::DATETIME_IMMUTABLE]);
        $this->db->executeStatement(
            'DELETE FROM sent_write WHERE at < ?',
            [$now->modify(sprintf('-%d days', self::DAYS))],
            [Types::DATETIME_IMMUTABLE],
        );
        $this->db->commit();
    }

    /** Where no answer was come by, nothing is kept. */
    #[AsEventListener]
    public function onTerminate(TerminateEvent $event): void
    {
        if ($this->close($event->getRequest()) !== null) {
            $this->db->rollBack();
        }
    }

    /** The key whose transaction is open, none where there is none; from here on it is closed. */
    private function close(Request $request): ?string
    {
        $key = $request->attributes->get(self::OPEN);
        $request->attributes->remove(self::OPEN);

        return is_string($key) && $this->db->isTransactionActive() ? $key : null;
    }

    private function account(): int
    {
        $account = $this->security->getUser();

        return $account instanceof Account ? (int) $account->id : 0;
    }

    private static function kept(Request $request, string $answer): string
    {
        $secret = $request->attributes->get(self::BUT);

        return is_string($secret)
            ? json_encode(array_replace((array) json_decode($answer, true, 64, JSON_THROW_ON_ERROR), [$secret => null]), JSON_THROW_ON_ERROR)
            : $answer;
    }

    /** What was sent, told so that nobody who reads it can try what it was. */
    private function told(Request $request): string
    {
        return hash_hmac('sha256', $request->getMethod().' '.$request->getRequestUri().' '.$request->getContent(), $this->secret);
    }
}
