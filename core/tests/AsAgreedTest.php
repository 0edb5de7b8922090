<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * What the core says of whole scenarios, line by line, held against files that were read and agreed to: a changed rule shows
 * as changed lines. `AGREE=1 vendor/bin/phpunit tests/AsAgreedTest.php` writes them anew; the difference is then read, line by line.
 */
final class AsAgreedTest extends TestCase
{
    /** @return iterable<string, array{string, \Closure(): array<array-key, mixed>}> */
    public static function scenarios(): iterable
    {
        $all = [
            ...ComputeScenarios::all(), ...CropScenarios::all(), ...PlanScenarios::all(), ...BenchScenarios::all(), ...NearLimitsScenarios::all(),
            ...DrawnScenarios::all(),
        ];
        foreach ($all as $name => $scenario) {
            yield $name => [$name, $scenario];
        }
    }

    /** @param \Closure(): array<array-key, mixed> $scenario */
    #[DataProvider('scenarios')]
    public function testItSaysWhatWasAgreed(string $name, \Closure $scenario): void
    {
        $file = __DIR__."/agreed/{$name}.txt";
        $said = implode("\n", iterator_to_array(Told::lines($scenario()), false))."\n";
        if (getenv('AGREE') === '1') {
            file_put_contents($file, $said);
        }
        self::assertStringEqualsFile($file, $said);
    }
}
