<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Compute;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calculations;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Refused;

/** Whatever is read from outside says what is missing, of the wrong kind, or not asked for, by its field. */
final class InputsTest extends TestCase
{
    /** @return iterable<string, array{string, array<string, mixed>}> a calculation and an input that it takes */
    public static function calculations(): iterable
    {
        foreach (Calculations::registry()->names() as $name) {
            $file = dirname(__DIR__)."/vectors/{$name}.json";
            $cases = json_decode((string) file_get_contents($file), true, 512, JSON_THROW_ON_ERROR);
            foreach ($cases as $case) {
                if (self::refusal($name, $case['input']) === null) {
                    yield $name => [$name, $case['input']];
                    break;
                }
            }
        }
    }

    /** @param array<string, mixed> $input */
    #[DataProvider('calculations')]
    public function testAFieldThatNobodyAskedForIsRefused(string $name, array $input): void
    {
        self::assertSame('nobody', self::refusal($name, ['nobody' => 1] + $input)?->field);
        foreach ($input as $field => $value) {
            if (is_array($value) && !array_is_list($value)) {
                self::assertSame("{$field}.nobody", self::refusal($name, [$field => ['nobody' => 1] + $value] + $input)?->field);
            } elseif (is_array($value) && is_array($value[0] ?? null) && !array_is_list($value[0])) {
                self::assertSame("{$field}[0].nobody", self::refusal($name, [$field => [['nobody' => 1] + $value[0]] + $value] + $input)?->field);
            }
        }
    }

    /** @param array<string, mixed> $input */
    #[DataProvider('calculations')]
    public function testAFieldOfTheWrongKindIsRefusedByItsName(string $name, array $input): void
    {
        foreach ($input as $field => $value) {
            $refused = self::refusal($name, [$field => is_string($value) ? 7 : 'a word'] + $input);
            self::assertNotNull($refused, "{$name}: {$field}");
            self::assertSame($field, preg_split('/[.\[]/', $refused->field)[0] ?? '');
            if (is_int($value) || is_float($value)) {
                $missing = self::refusal($name, array_diff_key($input, [$field => 1]));
                self::assertTrue($missing === null || $missing->field === $field, "{$name}: without {$field}");
            }
        }
    }

    public function testASheetNamesWhatIsMissingOrNotAskedForInEachOfItsParts(): void
    {
        $field = static function (array $sheet): ?string {
            try {
                WaySheet::of($sheet);
            } catch (Refused $refused) {
                return $refused->field;
            }

            return null;
        };
        foreach (Pattern::cases() as $pattern) {
            $sheet = WaySheet::of($pattern->sheet(1))->toArray();
            self::assertSame('nobody', $field(['nobody' => 1] + $sheet));
            foreach ($sheet as $part => $value) {
                if (is_array($value) && !array_is_list($value)) {
                    self::assertSame("{$part}.nobody", $field([$part => ['nobody' => 1] + $value] + $sheet), $part);
                    self::assertSame($part, $field([$part => 'a word'] + $sheet), $part);
                } elseif (is_array($value) && is_array($value[0] ?? null)) {
                    self::assertSame("{$part}[0].nobody", $field([$part => [['nobody' => 1] + $value[0]] + $value] + $sheet), $part);
                }
            }
        }
    }

    /** @param array<string, mixed> $input */
    private static function refusal(string $name, array $input): ?Refused
    {
        try {
            Calculations::registry()->compute($name, json_encode($input, JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION));
        } catch (Refused $refused) {
            return $refused;
        }

        return null;
    }
}
