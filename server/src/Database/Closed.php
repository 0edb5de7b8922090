<?php

declare(strict_types=1);

namespace WetCradle\Server\Database;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use WetCradle\Server\Http\Problems;
use WetCradle\Server\Kernel;

/** While a copy is put back nobody comes in: what they would write would be in a database that is put aside. */
#[AsEventListener(priority: 1000)]
final class Closed
{
    /** For so long at most, in seconds: a restore that was killed must not shut the door for good. */
    private const LONGEST = 60;

    public function __invoke(RequestEvent $event): void
    {
        if ($event->isMainRequest() && self::is()) {
            $answer = Problems::error(503, 'busy', '', 'A copy is being put back just now. Nothing was saved; try again in a moment.');
            $answer->headers->set('Retry-After', '5');
            $event->setResponse($answer);
        }
    }

    public static function shut(): void
    {
        file_put_contents(self::file(), (string) time());
    }

    public static function open(): void
    {
        @unlink(self::file());
    }

    private static function is(): bool
    {
        return is_file(self::file()) && (int) file_get_contents(self::file()) > time() - self::LONGEST;
    }

    private static function file(): string
    {
        return Kernel::varDir().'/closed';
    }
}
