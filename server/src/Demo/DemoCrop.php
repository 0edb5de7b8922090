<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

use WetCradle\Core\Calendar\MaterialWindow;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Plan\CropTimes;

/** A crop of the made-up nursery: its sheet, and how it really behaves, which the sheet does not know. */
final class DemoCrop
{
    public int $id = 0;

    /** @param array<string, string> $row of crops.csv */
    private function __construct(
        public readonly string $name,
        public readonly string $slug,
        public readonly int $trayKind,
        public readonly int $cells,
        public readonly int $trays,
        public readonly int $weaningDays,
        public readonly int $growOnDays,
        public readonly float $trueRate,
        public readonly float $truePhi,
        private readonly array $row,
    ) {
    }

    /** @param array<string, string> $row */
    public static function read(array $row, int $trayKind, int $cells): self
    {
        $slug = trim((string) preg_replace('/[^a-z0-9]+/', '-', strtolower($row['name'])), '-');

        return new self($row['name'], $slug, $trayKind, $cells, (int) $row['trays'], (int) $row['weaning'], (int) $row['growOn'], (float) $row['trueRate'], (float) $row['truePhi'], $row);
    }

    public function of(string $column): string
    {
        return $this->row[$column];
    }

    public function times(): CropTimes
    {
        return CropTimes::of((int) $this->row['rootFrom'], (int) $this->row['rootTo'], $this->weaningDays, $this->growOnDays);
    }

    public function window(): MaterialWindow
    {
        return MaterialWindow::of((int) $this->row['windowFrom'], (int) $this->row['windowTo']);
    }

    public function heat(): Range
    {
        return Range::of((float) $this->row['heatLow'], (float) $this->row['heatHigh']);
    }

    public function mist(): Range
    {
        return Range::of((float) $this->row['mistLow'], (float) $this->row['mistHigh']);
    }

    /**
     * Days on which it is stuck in the season that starts on this day: spread over the weeks in which its window is open.
     *
     * @return list<\DateTimeImmutable>
     */
    public function stickDays(\DateTimeImmutable $seasonStart, Chance $chance): array
    {
        $open = [];
        for ($i = 0; $i < 52; ++$i) {
            $week = Week::containing($seasonStart)->plus($i);
            if ($this->window()->isOpenIn($week)) {
                $open[] = $week;
            }
        }
        $many = (int) $this->row['batches'];
        $days = [];
        for ($i = 0; $i < $many && $open !== []; ++$i) {
            $week = $open[min(count($open) - 1, intdiv((2 * $i + 1) * count($open), 2 * $many))];
            $days[] = $week->monday()->modify(sprintf('+%d days', $chance->between(0, 4)));
        }

        return $days;
    }

    /** @return array<string, mixed> as the crop table has them */
    public function columns(): array
    {
        $r = $this->row;

        return ['version' => 1, 'name' => $this->name, 'slug' => $this->slug, 'method' => $r['method'], 'material' => $r['material'], 'root_from' => $r['rootFrom'], 'root_to' => $r['rootTo'], 'weaning_days' => $r['weaning'], 'grow_on_days' => $r['growOn'],
            'heat_low' => $r['heatLow'], 'heat_high' => $r['heatHigh'], 'mist_low' => $r['mistLow'], 'mist_high' => $r['mistHigh'], 'prior_rate' => $r['rate'], 'prior_strength' => $r['strength'], 'prior_phi' => $r['phi'],
            'potting_rate' => $r['potRate'], 'potting_strength' => $r['potStrength'], 'tray_kind_id' => $this->trayKind, 'mix' => $r['mix'], 'hormone' => $r['hormone'] === '' ? null : $r['hormone'], 'ready_share' => $r['readyShare'],
            'window_from' => $r['windowFrom'], 'window_to' => $r['windowTo'], 'safety' => $r['safety'] === '' ? null : $r['safety'], 'note' => $r['note'] === '' ? null : $r['note']];
    }
}
