<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Plan;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Plan\LabelSheet;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\Told;

/** Labels on sheets and rolls, to the millimetre. */
final class LabelSheetTest extends TestCase
{
    public function testEveryLabelOfEveryLayoutLiesOnItsPageAndOnNoOther(): void
    {
        foreach (LabelSheet::all() as $sheet) {
            [$wide, $high] = $sheet->pageSize();
            $places = $sheet->places(70);
            self::assertCount(70, $places);
            foreach ($places as $i => $one) {
                self::assertGreaterThanOrEqual(0.0, min($one['x'], $one['y']), $sheet->id);
                self::assertLessThanOrEqual($wide + 0.01, $one['x'] + $sheet->width, $sheet->id);
                self::assertLessThanOrEqual($high + 0.01, $one['y'] + $sheet->height, $sheet->id);
                foreach (array_slice($places, $i + 1, 40) as $other) {
                    $apart = $one['page'] !== $other['page']
                        || abs($one['x'] - $other['x']) >= $sheet->width - 1e-6
                        || abs($one['y'] - $other['y']) >= $sheet->height - 1e-6;
                    self::assertTrue($apart, $sheet->id);
                }
            }
        }
    }

    public function testASheetHasTheSameEdgeOnEitherSide(): void
    {
        foreach (LabelSheet::all() as $sheet) {
            [$wide, $high] = $sheet->pageSize();
            $onFirst = count(array_filter($sheet->places(70), static fn (array $one) => $one['page'] === 0));
            [$first, $last] = [$sheet->places(1)[0], $sheet->places($onFirst)[$onFirst - 1]];
            self::assertEqualsWithDelta($wide - $last['x'] - $sheet->width, $first['x'], 0.3, "{$sheet->id}, left and right");
            self::assertEqualsWithDelta($high - $last['y'] - $sheet->height, $first['y'], 0.3, "{$sheet->id}, above and below");
        }
    }

    public function testASheetBegunIsGoneOnWith(): void
    {
        $sheet = LabelSheet::of('a4_70x37');
        self::assertSame([['page' => 0, 'x' => 140.0, 'y' => 0.5], ['page' => 0, 'x' => 0.0, 'y' => 37.5]], $sheet->places(2, 2));
        self::assertSame(1, $sheet->places(2, 23)[1]['page']);
        self::assertSame(
            ['label.on_sheet width=70 height=37 labels=24 page=A4', 'label.roll width=50 height=25', 'label.tags width=140 height=25'],
            Told::of(array_map(static fn (string $id) => LabelSheet::of($id)->words(), ['a4_70x37', 'roll_50x25', 'tag_140x25'])),
        );
        foreach ([['a4_70x37', 24, 'skip'], ['roll_50x25', 1, 'skip'], ['of glass', 0, 'layout']] as [$id, $skip, $field]) {
            try {
                LabelSheet::of($id)->places(1, $skip);
                self::fail('Nothing was refused.');
            } catch (Refused $refused) {
                self::assertSame($field, $refused->field);
            }
        }
    }
}
