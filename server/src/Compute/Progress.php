<?php

declare(strict_types=1);

namespace WetCradle\Server\Compute;

use Symfony\Component\Clock\ClockInterface;
use WetCradle\Core\Compute\Going;
use WetCradle\Server\Account\Account;

/** How far a long computation is, in a file that others read and in which they may ask it to stop. */
final class Progress implements Going
{
    /** Seconds between two looks at the file. */
    private const EVERY = 0.25;
    private float $looked = 0.0;

    public function __construct(
        private readonly string $file,
        private readonly string $what,
        private readonly Account $who,
        private readonly ClockInterface $clock,
    ) {
        self::write($file, [
            'what' => $what, 'who' => $who->name, 'account' => (int) $who->id, 'began' => $clock->now()->getTimestamp(), 'share' => 0.0, 'stopped' => false,
        ]);
    }

    public function on(float $share): bool
    {
        $now = (float) $this->clock->now()->format('U.u');
        if ($now - $this->looked < self::EVERY) {
            return true;
        }
        $this->looked = $now;
        $kept = self::read($this->file);
        if ($kept === null || $kept['stopped']) {
            return $kept === null;
        }
        self::write($this->file, ['share' => $share, 'what' => $this->what, 'who' => $this->who->name] + $kept);

        return true;
    }

    /** @return ?array{what: string, who: string, account: int, began: int, share: float, stopped: bool} */
    public static function read(string $file): ?array
    {
        $kept = is_file($file) ? json_decode((string) @file_get_contents($file), true) : null;

        return is_array($kept) && isset($kept['what'], $kept['who'], $kept['account'], $kept['began'], $kept['stopped']) ? [
            'what' => (string) $kept['what'], 'who' => (string) $kept['who'], 'account' => (int) $kept['account'], 'began' => (int) $kept['began'],
            'share' => (float) ($kept['share'] ?? 0.0), 'stopped' => (bool) $kept['stopped'],
        ] : null;
    }

    public static function stop(string $file): void
    {
        $kept = self::read($file);
        if ($kept !== null) {
            self::write($file, ['stopped' => true] + $kept);
        }
    }

    /** @param array<string, mixed> $says */
    private static function write(string $file, array $says): void
    {
        // Put there at once, so that nobody reads half of it.
        $new = $file.'.'.getmypid();
        file_put_contents($new, json_encode($says, JSON_THROW_ON_ERROR));
        rename($new, $file);
    }
}
