<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Account;

use PHPUnit\Framework\Attributes\RunInSeparateProcess;
use PHPUnit\Framework\TestCase;
use WetCradle\Server\Account\SessionFiles;

final class SessionFilesTest extends TestCase
{
    #[RunInSeparateProcess]
    public function testAFileIsWrittenOnlyWhereWhatIsInItHasChanged(): void
    {
        $folder = sys_get_temp_dir().'/wet-cradle-sessions-'.bin2hex(random_bytes(6));
        session_set_save_handler(new SessionFiles($folder), false);
        session_id('abcdef0123456789abcdef0123');
        /** @return array{string, int} */
        $seen = static function (string $file): array {
            clearstatcache();

            return [(string) file_get_contents($file), (int) filemtime($file)];
        };
        $visit = static function (?string $note): void {
            session_start(['use_cookies' => false, 'use_strict_mode' => false, 'lazy_write' => true]);
            $_SESSION['note'] = $note ?? $_SESSION['note'];
            session_write_close();
        };
        try {
            $visit('first');
            [$file] = glob($folder.'/*') ?: [''];
            touch($file, 1_700_000_000);
            $visit(null);
            self::assertSame(1_700_000_000, $seen($file)[1], 'Nothing changed.');
            $visit('second');
            self::assertStringContainsString('second', $seen($file)[0]);
            self::assertGreaterThan(1_700_000_000, $seen($file)[1]);
        } finally {
            array_map(unlink(...), glob($folder.'/*') ?: []);
            rmdir($folder);
        }
    }
}
