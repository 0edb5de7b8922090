<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Compute;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calculations;
use WetCradle\Core\Refused;

/** Reference cases computed with other software: real numbers to a relative 1e-6, all else exactly. */
final class VectorsTest extends TestCase
{
    /** @return iterable<string, array{0: string, 1: array<string, mixed>}> */
    public static function cases(): iterable
    {
        foreach (glob(dirname(__DIR__).'/vectors/*.json') ?: [] as $file) {
            $name = basename($file, '.json');
            foreach (json_decode((string) file_get_contents($file), true, 64, JSON_THROW_ON_ERROR) as $i => $case) {
                yield "{$name} {$i}" => [$name, $case];
            }
        }
    }

    /** @param array<string, mixed> $case */
    #[DataProvider('cases')]
    public function testCase(string $name, array $case): void
    {
        try {
            $found = Calculations::registry()->compute($name, json_encode($case['input'], JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION));
        } catch (Refused $refused) {
            self::assertSame($case['error'] ?? null, $refused->reason, $refused->getMessage());

            return;
        }
        self::assertArrayNotHasKey('error', $case, 'Should have been refused.');
        if (isset($case['expect']['bestScore'])) {
            // A proven best; a search may stop a little above it, and never below.
            self::assertGreaterThanOrEqual($case['expect']['bestScore'], $found['score']);
            self::assertLessThanOrEqual(1.02 * $case['expect']['bestScore'], $found['score']);

            return;
        }
        self::assertMatches($case['expect'], $found, $name);
    }

    public function testEveryCalculationHasVectors(): void
    {
        $with = array_unique(array_column(iterator_to_array(self::cases(), false), 0));
        self::assertEqualsCanonicalizing(Calculations::registry()->names(), $with);
    }

    private static function assertMatches(mixed $expected, mixed $found, string $path): void
    {
        if (is_array($expected)) {
            self::assertIsArray($found, $path);
            self::assertEqualsCanonicalizing(array_keys($expected), array_keys($found), $path);
            foreach ($expected as $key => $value) {
                self::assertMatches($value, $found[$key], "{$path}.{$key}");
            }
        } elseif (is_float($expected) || (is_float($found) && is_int($expected))) {
            self::assertEqualsWithDelta($expected, $found, 1e-6 * abs($expected), $path);
        } else {
            self::assertSame($expected, $found, $path);
        }
    }
}
