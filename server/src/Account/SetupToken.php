<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Refused;
use WetCradle\Server\Kernel;

/** What whoever started the server was told, and a stranger who finds the empty nursery was not. */
final class SetupToken
{
    /** The one that is there, or a new one. */
    public function printed(): string
    {
        $file = self::file();
        if (!is_file($file)) {
            $was = umask(0077);
            file_put_contents($file, bin2hex(random_bytes(10)));
            umask($was);
        }

        return trim((string) file_get_contents($file));
    }

    /** @throws Refused for `token` */
    public function check(Fields $in): void
    {
        $typed = $in->text('token', 100);
        if (!is_file(self::file()) || !hash_equals($this->printed(), $typed)) {
            throw Refused::because('wrong', 'token', 'That is not the token. It was printed where the server was started; cradle:setup-token prints it again.');
        }
    }

    public function isUsed(): void
    {
        @unlink(self::file());
    }

    private static function file(): string
    {
        return Kernel::varDir().'/setup-token';
    }
}
