<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\HttpFoundation\Session\Storage\Handler\NativeFileSessionHandler;
use Symfony\Component\HttpFoundation\Session\Storage\Handler\StrictSessionHandler;

/**
 * Sessions are files, and a file is written only where what is in it has changed. PHP would else write it with every request to
 * say that it is in use, which OwnSession notes within it each minute.
 */
final class SessionFiles extends StrictSessionHandler
{
    public function __construct(#[Autowire('%session.save_path%')] string $folder)
    {
        parent::__construct(new NativeFileSessionHandler($folder));
    }

    public function updateTimestamp(#[\SensitiveParameter] string $sessionId, #[\SensitiveParameter] string $data): bool
    {
        return true;
    }
}
