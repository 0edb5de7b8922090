<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Calendar\WindowShift;
use WetCradle\Core\Course\CropTimes;
use WetCradle\Core\Crops\Material;
use WetCradle\Core\Crops\Method;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Crops\WayWindows;
use WetCradle\Server\Crops\Crop;

/** A crop of the made-up nursery: its sheet, and how it really behaves, which the sheet does not know. */
final class DemoCrop
{
    public int $id = 0;
    /** Its house way's sheet, once kept. */
    public int $sheetId = 0;
    public readonly WayWindows $windows;
    public readonly CropTimes $times;

    /** @param array<string, string> $row of crops.csv */
    private function __construct(
        public readonly string $name,
        public readonly string $slug,
        public readonly int $trayKind,
        public readonly int $cells,
        public readonly int $trays,
        public readonly WaySheet $sheet,
        public readonly bool $isNew,
        public readonly float $trueRate,
        public readonly float $truePhi,
        private readonly array $row,
        Timetable $timetable,
    ) {
        $this->windows = WayWindows::of($sheet->taking->windows, WindowShift::none());
        $this->times = $timetable->usual($sheet);
    }

    /**
     * @param array<string, string> $row
     * @param array<string, mixed>  $more what its sheet says beyond the row
     */
    public static function read(array $row, array $more, int $trayKind, int $cells, Timetable $timetable): self
    {
        return new self(
            $row['name'],
            Crop::slugOf($row['name']),
            $trayKind,
            $cells,
            (int) $row['trays'],
            self::sheet($row, $more, $trayKind),
            (bool) ($more['new'] ?? false),
            (float) $row['trueRate'],
            (float) $row['truePhi'],
            $row,
            $timetable,
        );
    }

    /**
     * @param array<string, string> $r
     * @param array<string, mixed>  $more
     */
    private static function sheet(array $r, array $more, int $trayKind): WaySheet
    {
        $pattern = isset($more['pattern'])
            ? Pattern::from((string) $more['pattern'])
            : Pattern::nearest(Method::from($r['method']), Material::from($r['material']));
        $sheet = $pattern->sheet($trayKind);
        [$low, $high] = [(float) $r['heatLow'], (float) $r['heatHigh']];
        $hormone = explode(' ', $r['hormone']);
        $mist = [(int) $r['mistLow'], (int) $r['mistHigh']];
        $weaning = (int) $r['weaning'];
        $sheet = array_replace($sheet, [
            'method' => $r['method'],
            'material' => $r['material'],
            'windows' => [
                [
                    'from' => (int) $r['windowFrom'],
                    'to' => (int) $r['windowTo'],
                    'sign' => $more['sign'] ?? $sheet['windows'][0]['sign'],
                    'overNewYear' => (int) $r['windowTo'] < (int) $r['windowFrom'],
                ],
            ],
            'mix' => ['parts' => $r['mix'], 'kind' => str_contains($r['mix'], 'potting mix') ? 'with_compost' : 'inert'],
            'hormone' => $r['hormone'] === ''
                ? ['kind' => 'none', 'ppm' => null, 'what' => null]
                : ['kind' => $hormone[1], 'ppm' => (int) $hormone[2], 'what' => $hormone[0]],
            'water' => ['regime' => $mist[1] > 1 ? 'mist' : $sheet['water']['regime'], 'mist' => $mist, 'steps' => $sheet['water']['steps']],
            'warmth' => array_replace($sheet['warmth'], ['medium' => [$low, $high]]),
            'rooting' => ['days' => [(int) $r['rootFrom'], (int) $r['rootTo']]],
            'prior' => ['rate' => (float) $r['rate'], 'strength' => (float) $r['strength'], 'phi' => (float) $r['phi']],
            'weaning' => $weaning === 0
                ? []
                : [['days' => intdiv($weaning + 1, 2), 'what' => 'water half as often'], ['days' => intdiv($weaning, 2), 'what' => 'only in sun']],
            'potting' => array_replace(
                $sheet['potting'],
                [
                    'readyShare' => (float) $r['readyShare'], 'survival' => (float) $r['potRate'],
                    'survivalStrength' => (float) $r['potStrength'], 'growOnDays' => (int) $r['growOn'],
                ],
            ),
            'note' => $r['note'] === '' ? null : $r['note'],
            'safety' => $r['safety'] === '' ? null : $r['safety'],
        ]);

        return WaySheet::of(self::over($sheet, (array) ($more['sheet'] ?? [])));
    }

    /**
     * @param array<string, mixed> $sheet
     * @param array<string, mixed> $says  objects entry by entry, lists and the rooting time whole
     *
     * @return array<string, mixed>
     */
    public static function over(array $sheet, array $says): array
    {
        foreach ($says as $key => $value) {
            $isPart = $key !== 'rooting' && is_array($value) && !array_is_list($value) && is_array($sheet[$key] ?? null);
            $sheet[$key] = $isPart ? self::over($sheet[$key], $value) : $value;
        }

        return $sheet;
    }

    public function of(string $column): string
    {
        return $this->row[$column];
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
            if ($this->windows->isOpenIn($week)) {
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
}
