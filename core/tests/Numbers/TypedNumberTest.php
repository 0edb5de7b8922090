<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Numbers;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Numbers\NumberSigns;
use WetCradle\Core\Numbers\TypedNumber;
use WetCradle\Core\Refused;

final class TypedNumberTest extends TestCase
{
    /** @return iterable<string, array{NumberSigns}> */
    public static function signs(): iterable
    {
        foreach (NumberSigns::cases() as $signs) {
            yield $signs->value => [$signs];
        }
    }

    #[DataProvider('signs')]
    public function testWhatIsWrittenByTheseSignsIsReadByThem(NumberSigns $signs): void
    {
        self::assertSame([1200.5], TypedNumber::of($signs->value, $signs)->readings, 'The signs are named by a number.');
        foreach ([0.0, 7.0, 999.0, 1000.0, 12_345.0, 1_234_567.0, 0.125, 1.5, 12.75, 123.456, 1234.567] as $value) {
            $decimals = $value === floor($value) ? 0 : 3;
            foreach ([$value, -$value] as $either) {
                $written = number_format($either, $decimals, $signs->decimal(), $signs->grouping());
                self::assertEquals([$either], TypedNumber::of($written, $signs)->readings, $written);
            }
        }
    }

    #[DataProvider('signs')]
    public function testNoSignShrinksANumberUnasked(NumberSigns $signs): void
    {
        foreach (['1,000', '1.000', '10,000', '250.000'] as $typed) {
            $thousands = (float) str_replace([',', '.'], '', $typed);
            self::assertSame($thousands, TypedNumber::of($typed, $signs)->readings[0] ?? null, $typed);
        }
    }

    #[DataProvider('signs')]
    public function testMostIsOneNumberHoweverItIsTyped(NumberSigns $signs): void
    {
        foreach (['1 000', '1,234.5', '1.234,5', '2,5', '2.5', '0,125', '0.125', '1,234,567', '−3'] as $typed) {
            self::assertCount(1, TypedNumber::of($typed, $signs)->readings, $typed);
        }
        foreach (['', 'many', '1 00', '1.2.3', '1e3', '12 trays', '--4'] as $typed) {
            self::assertSame([], TypedNumber::of($typed, $signs)->readings, $typed);
        }
    }

    public function testAFieldIsReadByTheSignsOrRefused(): void
    {
        $read = static fn (string $json, string $get = 'number') => Fields::fromJson($json, NumberSigns::CommaPoint)->{$get}('plants');
        self::assertSame(1000.0, $read('{"plants":"1.000"}'));
        self::assertSame(1000, $read('{"plants":"1 000"}', 'count'));
        self::assertSame(12.5, $read('{"plants":12.5}'));
        foreach (['"1,000"' => 'two_ways', '"  "' => 'empty', '"many"' => 'wrong_type', 'true' => 'wrong_type', '"-4"' => 'negative'] as $typed => $code) {
            try {
                $read("{\"plants\":{$typed}}", 'count');
                self::fail($typed);
            } catch (Refused $refused) {
                self::assertSame([$code, 'plants'], [$refused->reason, $refused->field], $typed);
            }
        }
        $within = Fields::fromJson('{"hands":[{"hours":"7,5"}],"air":["4,5"]}', NumberSigns::CommaPoint);
        self::assertSame([7.5, [4.5]], [$within->objects('hands')[0]->number('hours'), $within->numbers('air')], 'And within it.');
        $this->expectException(Refused::class);
        Fields::fromJson('{"plants":"12"}')->number('plants');
    }
}
