<?php

declare(strict_types=1);

namespace WetCradle\Server\Http;

use Doctrine\DBAL\Exception\DriverException;
use Doctrine\DBAL\Exception\LockWaitTimeoutException;
use Doctrine\ORM\OptimisticLockException;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;
use WetCradle\Server\Compute\Busy;
use WetCradle\Server\Nursery\Words;

/** Every failure as {"error": {code, field, message}}, with what the database says now when two people met. */
#[AsEventListener(priority: 0)]
final class Problems
{
    public function __construct(private readonly Words $words)
    {
    }

    public function __invoke(ExceptionEvent $event): void
    {
        $thrown = $event->getThrowable();
        if (!str_starts_with($event->getRequest()->getPathInfo(), '/api')) {
            return;
        }
        $answer = match (true) {
            $thrown instanceof Refused => self::error(match ($thrown->reason) {
                'not_json' => 400,
                'unknown_calculation' => 404,
                default => 422,
            }, $thrown->reason, $thrown->field, $this->words->say(Fact::said($thrown->says)), label: $this->words->label($thrown->field)),
            $thrown instanceof Conflict => self::error(409, 'changed_meanwhile', 'version', $thrown->getMessage(), $thrown->theirs),
            $thrown instanceof OptimisticLockException => self::error(
                409,
                'changed_meanwhile',
                'version',
                'Somebody changed this in the same moment. Look again and repeat.',
            ),
            $thrown instanceof Busy => self::error(423, 'one_at_a_time', '', $thrown->getMessage()),
            self::isLocked($thrown) => self::error(503, 'busy', '', 'Others are writing just now. Nothing was saved; try again in a moment.'),
            self::hasNoRoom($thrown) => self::error(
                507,
                'no_room',
                '',
                'The disk of the server is full or broken. Nothing was saved; tell whoever looks after it.',
            ),
            $thrown instanceof HttpExceptionInterface => self::error($thrown->getStatusCode(), match ($thrown->getStatusCode()) {
                404 => 'not_found',
                405 => 'wrong_method',
                413 => 'too_large',
                415 => 'not_json',
                403 => 'not_allowed',
                default => 'bad_request',
            }, '', match ($thrown->getStatusCode()) {
                404 => 'There is no such page or thing.',
                403 => 'Your role may look at this but not do it. Ask a propagator.',
                default => $thrown->getMessage(),
            }),
            default => null,
        };
        if ($answer !== null) {
            $event->setResponse($answer);
        }
    }

    /**
     * @param ?array<string, mixed> $theirs
     * @param string                $label  what the message calls the field; a form puts its own label there
     */
    public static function error(int $status, string $code, string $field, string $message, ?array $theirs = null, string $label = ''): JsonResponse
    {
        $error = ['code' => $code, 'field' => $field, 'message' => $message];

        return new JsonResponse(['error' => $error + array_filter(['label' => $label, 'theirs' => $theirs])], $status);
    }

    private static function isLocked(\Throwable $thrown): bool
    {
        return $thrown instanceof LockWaitTimeoutException
            || ($thrown instanceof DriverException && str_contains($thrown->getMessage(), 'database is locked'));
    }

    private static function hasNoRoom(\Throwable $thrown): bool
    {
        return $thrown instanceof DriverException && preg_match('/disk is full|disk I\/O error|malformed/', $thrown->getMessage()) === 1;
    }
}
