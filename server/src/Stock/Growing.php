<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use WetCradle\Core\Stock\GrowingWeeks;
use WetCradle\Server\Crops\SheetBook;
use WetCradle\Server\Nursery\House;

/** In which weeks the stock of each crop grows: by the site's air and the base that the sheet of its house way says. */
final class Growing
{
    /** @var ?array<int, float> °C by crop */
    private ?array $bases = null;
    /** @var array<array-key, GrowingWeeks> by base */
    private array $weeks = [];

    public function __construct(private readonly SheetBook $sheets, private readonly House $house)
    {
    }

    public function of(StockBlock $block): GrowingWeeks
    {
        $this->bases ??= $this->sheets->bases();
        $base = $this->bases[(int) $block->crop->id] ?? null;

        return $base === null ? GrowingWeeks::all() : $this->weeks[(string) $base] ??= GrowingWeeks::of($this->house->air(), $base);
    }
}
