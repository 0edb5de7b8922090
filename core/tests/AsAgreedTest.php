<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calendar\Week;

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
        $said = implode("\n", iterator_to_array(self::lines($scenario()), false))."\n";
        if (getenv('AGREE') === '1') {
            file_put_contents($file, $said);
        }
        self::assertStringEqualsFile($file, $said);
    }

    /** @return \Generator<string> a line for each value, with the path that leads to it */
    private static function lines(mixed $value, string $path = ''): \Generator
    {
        $value = Told::of($value);
        $plain = match (true) {
            $value instanceof \DateTimeImmutable => $value->format('H:i') === '00:00' ? $value->format('Y-m-d') : $value->format('Y-m-d H:i'),
            $value instanceof Week => $value->written(),
            $value instanceof \BackedEnum => (string) $value->value,
            $value instanceof \Closure => '',
            is_float($value) => (string) round($value, 9),
            is_object($value) || is_array($value) => null,
            default => json_encode($value, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR),
        };
        if ($plain !== null) {
            yield "{$path}: {$plain}";

            return;
        }
        $inside = is_array($value) ? $value : (is_object($value) ? get_object_vars($value) : []);
        // A list of plain values is one line.
        if ($inside !== [] && array_is_list($inside) && array_filter($inside, static fn (mixed $one) => !is_scalar($one)) === []) {
            yield "{$path}: ".implode(
                ' ',
                array_map(
                    static fn (mixed $one) => is_float($one) ? (string) round($one, 9) : (string) json_encode(
                        $one,
                        JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
                    ),
                    $inside,
                ),
            );

            return;
        }
        foreach ($inside as $key => $one) {
            yield from self::lines($one, $path === '' ? (string) $key : "{$path}.{$key}");
        }
    }
}
