<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\DBAL\Connection;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Stock\CareJob;
use WetCradle\Core\Stock\GrowingWeeks;
use WetCradle\Core\Stock\ShootHabit;
use WetCradle\Core\Stock\StockYear;
use WetCradle\Server\Crops\SheetBook;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;

/** When the stock of each crop grows, by the site's air and the base that the sheet of its house way says, and when it rests. */
final class Growing
{
    /** @var ?array<int, float> °C by crop */
    private ?array $bases = null;
    /** @var array<array-key, GrowingWeeks> by base */
    private array $weeks = [];
    /** @var ?array<int, array<string, list<\DateTimeImmutable>>> days on which something was done, by block and job */
    private ?array $done = null;

    public function __construct(private readonly Connection $db, private readonly SheetBook $sheets, private readonly House $house)
    {
    }

    public function of(StockBlock $block): GrowingWeeks
    {
        $this->bases ??= $this->sheets->bases();
        $base = $this->bases[(int) $block->crop->id] ?? null;

        return $base === null ? GrowingWeeks::all() : $this->weeks[(string) $base] ??= GrowingWeeks::of($this->house->air(), $base);
    }

    public function habitOf(StockBlock $block): ShootHabit
    {
        return $block->habit($this->of($block), $this->yearOf($block));
    }

    /** Its year, with what was done on another day than its week says; null where it does not rest. */
    public function yearOf(StockBlock $block): ?StockYear
    {
        if ($block->restFrom === null || $block->restartIn === null) {
            return null;
        }
        $done = $this->doneFor($block);

        return StockYear::of(
            $block->restFrom,
            $block->restartIn,
            $block->firstTakeAfter ?? $this->house->defaults()->whole(HouseDefault::FirstTakeAfter),
            $done[CareJob::CutDown->value] ?? [],
            $done[CareJob::Restart->value] ?? [],
        );
    }

    /** @return array<string, list<\DateTimeImmutable>> by job, in order */
    public function doneFor(StockBlock $block): array
    {
        if ($this->done === null) {
            $this->done = [];
            foreach (Row::all($this->db, 'SELECT block_id, job, on_day FROM stock_care ORDER BY on_day, id') as $row) {
                $this->done[$row->int('block_id')][$row->text('job')][] = $row->day('on_day');
            }
        }

        return $this->done[(int) $block->id] ?? [];
    }

    /** After something was done, or taken back. */
    public function forget(): void
    {
        $this->done = null;
    }
}
