<?php

declare(strict_types=1);

namespace WetCradle\Server\Compute;

use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\RequestStack;
use Symfony\Component\Lock\LockFactory;
use Symfony\Component\Lock\Store\FlockStore;
use WetCradle\Core\Compute\Going;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\UntilWritten;
use WetCradle\Server\Kernel;

/**
 * Long computations run one at a time, so that however many are asked for, all but one of those who answer are free for
 * everybody else. Who comes second is told whose is running, and asks again.
 */
final class OneAtATime
{
    private readonly string $file;

    public function __construct(
        private readonly Writing $writing,
        private readonly ClockInterface $clock,
        private readonly RequestStack $requests,
    ) {
        $this->file = Kernel::varDir().'/long.json';
    }

    /**
     * @template T
     *
     * @param string            $what as people call it
     * @param callable(Going): T $compute
     *
     * @return T
     *
     * @throws Busy where another one is running
     */
    public function run(string $what, callable $compute): mixed
    {
        $lock = (new LockFactory(new FlockStore(Kernel::varDir())))->createLock('long');
        if (!$lock->acquire()) {
            $running = $this->running();
            throw new Busy($running['what'] ?? 'a long computation', $running['who'] ?? 'Somebody');
        }
        try {
            $going = new Progress($this->file, $what, $this->writing->by(), $this->clock);

            $computed = $compute($going);
            $request = $this->requests->getMainRequest();
            if ($request !== null && ($this->running()['stopped'] ?? false)) {
                // What one person stopped is not all there is to find.
                UntilWritten::not($request);
            }

            return $computed;
        } finally {
            @unlink($this->file);
            $lock->release();
        }
    }

    /** @return ?array{what: string, who: string, account: int, since: int, share: float, stopped: bool} what runs now, seconds since it began */
    public function running(): ?array
    {
        $kept = Progress::read($this->file);

        return $kept === null ? null : [
            'what' => $kept['what'], 'who' => $kept['who'], 'account' => $kept['account'],
            'since' => max(0, $this->clock->now()->getTimestamp() - $kept['began']),
            'share' => $kept['share'], 'stopped' => $kept['stopped'],
        ];
    }

    /** Whether it is theirs, or they lead here. */
    public function mayStop(Account $who, bool $leads): bool
    {
        $kept = Progress::read($this->file);

        return $kept !== null && ($leads || $kept['account'] === $who->id);
    }

    public function stop(): void
    {
        Progress::stop($this->file);
    }
}
