<?php

declare(strict_types=1);

namespace WetCradle\Server\Nursery;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\NumberSigns;
use WetCradle\Core\Plan\Crew;
use WetCradle\Core\Refused;
use WetCradle\Server\Database\Row;

/** The one nursery row, wherever it is needed. */
final class House
{
    private ?Nursery $nursery = null;
    private ?SiteAir $air = null;
    private ?Timetable $timetable = null;
    private ?HouseDefaults $reckonedBy = null;
    private ?Crew $crew = null;
    /** @var array<mixed> from which the crew was read, as the database has them */
    private array $hands = [];
    /** @var list<float|int> what it was reckoned from, as the database has it */
    private array $means = [];
    /** @var ?array{string, string} signs and time zone, read with how long sessions last */
    private ?array $ways = null;

    public function __construct(private readonly EntityManagerInterface $em, private readonly Connection $db)
    {
    }

    /** The air here: as it was measured, and else as in an ordinary year. */
    public function air(): SiteAir
    {
        $means = $this->nursery()->air;

        if ($this->air !== null && $this->means === $means) {
            return $this->air;
        }
        $this->means = $means;
        $this->timetable = null;

        return $this->air = SiteAir::of($means)->measured(array_map(floatval(...), Row::pairs($this->db, 'SELECT on_day, mean FROM air_day ORDER BY on_day')));
    }

    /** What was known of the air is out of date. */
    public function forgetAir(): void
    {
        $this->air = null;
    }

    /** How long crops take in the air of this site, with the hands that there are. */
    public function timetable(): Timetable
    {
        $air = $this->air();
        $defaults = $this->defaults();
        $before = $this->crew;
        $crew = $this->crew();
        if ($this->timetable === null || $this->reckonedBy !== $defaults || $before !== $crew) {
            $this->timetable = Timetable::at($air, $defaults, $crew->workDays());
            $this->reckonedBy = $defaults;
        }

        return $this->timetable;
    }

    /** The hands that there are, without those who have left. */
    public function crew(): Crew
    {
        $hands = $this->nursery()->crew;
        if ($this->crew === null || $this->hands !== $hands) {
            $gone = Row::ints(Row::all($this->db, 'SELECT id FROM account WHERE ended_on IS NOT NULL'), 'id');
            [$this->crew, $this->hands] = [$this->nursery()->crew()->without($gone), $hands];
        }

        return $this->crew;
    }

    /** What was known of the hands is out of date. */
    public function forgetHands(): void
    {
        $this->crew = null;
    }

    /** @return array{idleHours: int, days: int, sharedMinutes: int} how long sessions last */
    public function sessions(): array
    {
        // Asked for with every request, before anybody is known and anything else is read.
        $row = $this->first();

        return [
            'idleHours' => $row?->int('session_idle_hours') ?? Nursery::IDLE_HOURS, 'days' => $row?->int('session_days') ?? Nursery::SESSION_DAYS,
            'sharedMinutes' => $row?->int('shared_minutes') ?? Nursery::SHARED_MINUTES,
        ];
    }

    /** The habits of this house. */
    public function defaults(): HouseDefaults
    {
        return $this->nursery()->defaults();
    }

    /** By which signs numbers are typed here; before the nursery is set up, as they are usual. */
    public function typedBy(): NumberSigns
    {
        return NumberSigns::from($this->ways()[0]);
    }

    public function timeZone(): string
    {
        return $this->ways()[1];
    }

    /** @return array{string, string} signs and time zone */
    private function ways(): array
    {
        if ($this->ways === null) {
            $this->first();
        }

        return $this->ways ?? [NumberSigns::PointComma->value, 'UTC'];
    }

    /** Read by itself: it is asked for before a write begins, and what is written has to be read after it began. */
    private function first(): ?Row
    {
        $row = Row::first($this->db, 'SELECT session_idle_hours, session_days, shared_minutes, numbers, time_zone FROM nursery WHERE id = 1');
        $this->ways = $row === null ? null : [$row->text('numbers'), $row->text('time_zone')];

        return $row;
    }

    public function nursery(): Nursery
    {
        // Asked for with every row that is read: looking it up each time costs more than the rows.
        if ($this->nursery === null || !$this->em->contains($this->nursery)) {
            $this->nursery = $this->em->find(Nursery::class, 1) ?? throw Refused::because('not_set_up', '', 'This nursery is not set up yet.');
        }

        return $this->nursery;
    }
}
