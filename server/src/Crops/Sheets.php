<?php

declare(strict_types=1);

namespace WetCradle\Server\Crops;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\WaysCompared;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\Redating;
use WetCradle\Server\Plan\TrayKind;
use WetCradle\Server\Rates\CropHistory;

/** Keeping sheets: each change is a new version, each batch stays under the one it was stuck under. */
final class Sheets
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Connection $db,
        private readonly Writing $writing,
        private readonly Today $today,
        private readonly Windows $windows,
        private readonly CropHistory $history,
        private readonly Redating $redating,
        private readonly Ways $ways,
    ) {
    }

    public function read(Fields $in): WaySheet
    {
        $sheet = WaySheet::read($in);
        if ($this->em->find(TrayKind::class, $sheet->setting->trayKind) === null) {
            throw $in->refuse('unknown', 'hole.trayKind', sprintf('is no kind of tray: %d', $sheet->setting->trayKind));
        }

        return $sheet;
    }

    public function newWay(Crop $crop, string $name, bool $house, WaySheet $sheet): Way
    {
        foreach ($crop->ways as $other) {
            if (mb_strtolower($other->name) === mb_strtolower($name)) {
                throw Refused::because('taken', 'name', sprintf('%s has a way called %s already.', $crop->name, $other->name));
            }
        }
        if ($house) {
            $this->noHouse($crop);
        }
        $way = new Way($crop, $name, $house);
        $this->em->persist($way);
        $this->em->flush();
        $way->keep($sheet, $this->writing->by(), $this->today->now(), null);
        $crop->ways->add($way);
        $this->ways->forget();

        return $way;
    }

    /** A new version where anything differs; planned batches go over to it, stuck ones stay. */
    public function change(Way $way, WaySheet $sheet, ?string $why): void
    {
        if (WaysCompared::differences($way->core(), $sheet) === []) {
            return;
        }
        $old = $way->newest();
        $new = $way->keep($sheet, $this->writing->by(), $this->today->now(), $why);
        $this->em->persist($new);
        $this->em->flush();
        foreach (Row::things(
            $this->em->createQuery(
                'SELECT b, h FROM '.Batch::class.' b JOIN b.sheet h WHERE b.sticking.stuckOn IS NULL AND h.way = :way',
            )->setParameter('way', $way),
            Batch::class,
        ) as $batch) {
            $batch->goesOverTo($new);
        }
        $this->em->flush();
        $this->windows->forget();
        $this->history->forget();
        $this->redating->becauseASheetChanged($way);
        $this->writing->keep('way', (string) $way->id, ['sheet' => $old->number], ['sheet' => $new->number, 'why' => $why]);
    }

    public function makeHouse(Way $way): void
    {
        $this->noHouse($way->crop);
        $way->house = true;
    }

    /** @throws Refused where something was made by it */
    public function mayTake(Way $way): void
    {
        $used = Row::words($this->db, 'SELECT code FROM batch WHERE sheet_id IN (SELECT id FROM way_sheet WHERE way_id = ?) ORDER BY code', [$way->id]);
        if ($used !== []) {
            throw Refused::because(
                'in_use',
                'way',
                sprintf(
                    '%s cannot be taken away: %d %s under its sheet (%s%s). Make another way the house way and leave this one.',
                    $way->name,
                    count($used),
                    count($used) === 1 ? 'batch is' : 'batches are',
                    implode(', ', array_slice($used, 0, 3)),
                    count($used) > 3 ? ' …' : '',
                ),
            );
        }
        $this->ways->forget();
        $this->windows->forget();
    }

    private function noHouse(Crop $crop): void
    {
        foreach ($crop->ways as $way) {
            $way->house = false;
        }
        // Two house ways must never stand side by side, not even between two statements.
        $this->em->flush();
    }
}
