<?php

declare(strict_types=1);

namespace WetCradle\Server\Crops;

use Doctrine\DBAL\Connection;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Calendar\WindowShift;
use WetCradle\Core\Crops\CollectedAhead;
use WetCradle\Core\Crops\SignSeen as Seen;
use WetCradle\Core\Crops\WayWindows;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;

/** When each way's material is right here: moved for this site, and pinned by the signs that were seen. */
final class Windows
{
    /** @var array<int, WayWindows> */
    private array $known = [];
    /** @var ?array<int, list<Seen>> */
    private ?array $seen = null;
    private ?WindowShift $shift = null;

    public function __construct(private readonly Connection $db, private readonly House $house)
    {
    }

    public function of(Way $way): WayWindows
    {
        $sheet = $way->newest();
        $signs = $this->signs()[(int) $way->id] ?? [];

        // A sign seen for a window that the newest sheet no longer has speaks for nothing any more.
        return $this->known[(int) $sheet->id] ??= WayWindows::of(
            $sheet->core()->taking->windows,
            $this->shift ??= $this->house->nursery()->shift(),
            array_values(array_filter($signs, static fn (Seen $s) => isset($sheet->core()->taking->windows[$s->window]))),
        );
    }

    /**
     * The days between which what is to be stuck on a day may be, not before today: while its material is right, or of what is
     * collected ahead, as long as it keeps.
     *
     * @return array{0: \DateTimeImmutable, 1: \DateTimeImmutable}
     */
    public function daysAround(Way $way, \DateTimeImmutable $day, \DateTimeImmutable $today, ?\DateTimeImmutable $collectOn): array
    {
        if ($collectOn !== null) {
            return [max($today, $collectOn), CollectedAhead::lastGoodDay($way->core()->taking->hold, $collectOn)];
        }
        $week = Week::containing($day);
        foreach ($this->of($way)->during($week, $week) as $run) {
            return [max($today, $run->from->monday()), $run->to->sunday()];
        }

        // It was planned outside its window on purpose: there it stays.
        return [$day, $day];
    }

    /** What was known is out of date: a sign was seen or taken back. */
    public function forget(): void
    {
        $this->known = [];
        $this->seen = $this->shift = null;
    }

    /** @return array<int, list<Seen>> by way, the newest first */
    private function signs(): array
    {
        if ($this->seen === null) {
            $this->seen = [];
            foreach (Row::all($this->db, 'SELECT way_id, "window", seen_on, is_over FROM sign_seen ORDER BY seen_on DESC, id DESC') as $row) {
                $this->seen[$row->int('way_id')][] = new Seen($row->int('window'), Week::containing($row->day('seen_on')), $row->flag('is_over'));
            }
        }

        return $this->seen;
    }
}
