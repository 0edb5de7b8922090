<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** Labels as they lie on a sheet, or follow each other on a roll; chosen by their size in millimetres. */
final class LabelSheet
{
    private const PAGES = ['A4' => [210.0, 297.0], 'letter' => [215.9, 279.4]];

    /** id => page (null for a roll), columns, rows, width, height, left, top, gap across, gap down */
    private const LAYOUTS = [
        'a4_70x37' => ['A4', 3, 8, 70.0, 37.0, 0.0, 0.5, 0.0, 0.0],
        'a4_99x38' => ['A4', 2, 7, 99.1, 38.1, 4.65, 15.15, 2.5, 0.0],
        'a4_63x38' => ['A4', 3, 7, 63.5, 38.1, 7.25, 15.15, 2.5, 0.0],
        'a4_99x57' => ['A4', 2, 5, 99.1, 57.0, 4.65, 6.0, 2.5, 0.0],
        'letter_67x25' => ['letter', 3, 10, 66.7, 25.4, 4.8, 12.7, 3.1, 0.0],
        'letter_102x51' => ['letter', 2, 5, 101.6, 50.8, 4.0, 12.7, 4.5, 0.0],
        'roll_50x25' => [null, 1, 1, 50.0, 25.0, 0.0, 0.0, 0.0, 0.0],
        'roll_70x37' => [null, 1, 1, 70.0, 37.0, 0.0, 0.0, 0.0, 0.0],
        'roll_100x50' => [null, 1, 1, 100.0, 50.0, 0.0, 0.0, 0.0, 0.0],
        'tag_140x25' => [null, 1, 1, 140.0, 25.0, 0.0, 0.0, 0.0, 0.0],
    ];

    private function __construct(
        public readonly string $id,
        public readonly ?string $page,
        private readonly int $columns,
        private readonly int $rows,
        public readonly float $width,
        public readonly float $height,
        private readonly float $left,
        private readonly float $top,
        private readonly float $gapAcross,
        private readonly float $gapDown,
    ) {
    }

    /** @return list<self> */
    public static function all(): array
    {
        return array_map(self::of(...), array_keys(self::LAYOUTS));
    }

    /** @throws Refused for `layout` */
    public static function of(string $id): self
    {
        $layout = self::LAYOUTS[$id] ?? throw Refused::because(
            'unknown_choice',
            'layout',
            Fact::of('refused.label_sheet.unknown_choice', choices: implode(', ', array_keys(self::LAYOUTS))),
        );

        return new self($id, ...$layout);
    }

    /** "70 × 37 mm, 24 on A4" */
    public function words(): Fact
    {
        $plain = static fn (float $mm) => rtrim(rtrim(number_format($mm, 1), '0'), '.');
        $size = ['width' => $plain($this->width), 'height' => $plain($this->height)];

        return match (true) {
            $this->page !== null => Fact::of('label.on_sheet', ...$size, labels: $this->columns * $this->rows, page: $this->page),
            $this->width > 4 * $this->height => Fact::of('label.tags', ...$size),
            default => Fact::of('label.roll', ...$size),
        };
    }

    /** @return array{float, float} mm of a page; on a roll, of one label */
    public function pageSize(): array
    {
        return $this->page === null ? [$this->width, $this->height] : self::PAGES[$this->page];
    }

    /**
     * Where so many labels lie.
     *
     * @param int $skip labels of the first sheet that are used up
     *
     * @return list<array{page: int, x: float, y: float}> mm from the upper left corner, along the rows
     *
     * @throws Refused for `skip`
     */
    public function places(int $labels, int $skip = 0): array
    {
        $onPage = $this->columns * $this->rows;
        if ($skip < 0 || $skip >= $onPage) {
            throw Refused::because(
                'out_of_range',
                'skip',
                $onPage === 1 ? Fact::of('refused.label_sheet.roll') : Fact::of('refused.label_sheet.out_of_range', labels: $onPage, most: $onPage - 1),
            );
        }
        $places = [];
        for ($i = $skip; $i < $skip + $labels; ++$i) {
            $on = $i % $onPage;
            $places[] = [
                'page' => intdiv($i, $onPage),
                'x' => round($this->left + ($on % $this->columns) * ($this->width + $this->gapAcross), 3),
                'y' => round($this->top + intdiv($on, $this->columns) * ($this->height + $this->gapDown), 3),
            ];
        }

        return $places;
    }
}
