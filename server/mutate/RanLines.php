<?php

declare(strict_types=1);

namespace WetCradle\Mutate;

use PHPUnit\Event\Code\TestMethod;
use PHPUnit\Event\Event;
use PHPUnit\Event\Test\Finished;
use PHPUnit\Event\Test\PreparationStarted;
use PHPUnit\Event\TestRunner\ExecutionFinished;
use PHPUnit\Event\Tracer\Tracer;
use PHPUnit\Runner\Extension\Extension;
use PHPUnit\Runner\Extension\Facade;
use PHPUnit\Runner\Extension\ParameterCollection;
use PHPUnit\TextUI\Configuration\Configuration;

/**
 * Keeps which test ran which line, and how long each test took: a change need only be shown to the tests that run its line.
 *
 * Needs PCOV, with `pcov.directory` at the code to be changed. Writes to the path in RAN_LINES, serialized: `tests`, a list
 * of {file, name, seconds}, and `lines`, by path and line the places of tests in that list, two bytes each. A line that could
 * run and never did has none; a line without a step of its own is left out.
 */
final class RanLines implements Extension, Tracer
{
    /** @var list<array{file: string, name: string, seconds: float}> */
    private array $tests = [];
    /** @var array<string, array<int, string>> */
    private array $lines = [];
    private float $since = 0.0;

    public function bootstrap(Configuration $configuration, Facade $facade, ParameterCollection $parameters): void
    {
        $facade->registerTracer($this);
    }

    public function trace(Event $event): void
    {
        if ($event instanceof PreparationStarted) {
            $this->since = microtime(true);
            \pcov\clear();
            \pcov\start();
        } elseif ($event instanceof Finished) {
            \pcov\stop();
            $this->keep($event->test());
        } elseif ($event instanceof ExecutionFinished) {
            file_put_contents((string) getenv('RAN_LINES'), serialize(['tests' => $this->tests, 'lines' => $this->lines]));
        }
    }

    private function keep(\PHPUnit\Event\Code\Test $test): void
    {
        $place = count($this->tests);
        $this->tests[] = [
            'file' => $test->file(),
            // A method as a whole: the names of its cases are not all fit for a filter.
            'name' => $test instanceof TestMethod ? $test->className().'::'.$test->methodName() : $test->name(),
            'seconds' => microtime(true) - $this->since,
        ];
        foreach (\pcov\collect(\pcov\all) as $path => $lines) {
            foreach ($lines as $line => $times) {
                $this->lines[$path][$line] ??= '';
                if ($times > 0) {
                    $this->lines[$path][$line] .= pack('v', $place);
                }
            }
        }
    }
}
