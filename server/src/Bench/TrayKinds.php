<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Positions;
use WetCradle\Core\Bench\TrayFit;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Refused;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\TrayKind;

/** The kinds of tray there are, and how many of them lie in a zone. */
final class TrayKinds
{
    public function __construct(private readonly EntityManagerInterface $em)
    {
    }

    /** @return list<TrayKind> the one with fewest cells first */
    public function all(): array
    {
        return $this->em->getRepository(TrayKind::class)->findBy([], ['cells' => 'ASC']);
    }

    /**
     * The first kind, by whose footprint all bench is counted.
     *
     * @throws Refused where no tray is entered
     */
    public function standard(): TrayKind
    {
        return self::first($this->all())
            ?? throw Refused::because('no_trays', 'trays', 'No kind of tray is entered yet: bench is counted in the places of the first.');
    }

    /**
     * What a new sheet is set in before anybody says otherwise: the first kind; of what roots on its mother, each in one of its own.
     *
     * @throws Refused where no tray is entered
     */
    public function toStartFrom(WaySheet $sheet): TrayKind
    {
        return $sheet->isOnMother() ? $this->all()[0] ?? $this->standard() : $this->standard();
    }

    /** @param list<TrayKind> $kinds */
    public static function first(array $kinds): ?TrayKind
    {
        usort($kinds, static fn (TrayKind $a, TrayKind $b) => $a->id <=> $b->id);

        return $kinds[0] ?? null;
    }

    /** The most places that a zone has: a place is what one tray of the first kind takes, whatever smaller kinds there are. */
    public static function placesIn(Zone $zone, TrayKind $standard): int
    {
        return TrayFit::of(100 * $zone->length, 100 * $zone->width, $standard->lengthCm, $standard->widthCm);
    }

    /** Reads what is said of a kind, wherever it is entered. */
    public function read(Fields $in, TrayKind $kind): void
    {
        $name = $in->text('name', 60);
        $other = $this->em->getRepository(TrayKind::class)->findOneBy(['name' => $name]);
        if ($other !== null && $other !== $kind) {
            throw Refused::because('taken', 'name', sprintf('There is a tray called %s already.', $name));
        }
        $cells = $in->count('cells', 1, 2000);
        $batches = $kind->id === null ? 0 : $this->em->getRepository(Batch::class)->count(['trayKind' => $kind]);
        if ($cells !== $kind->cells && $batches > 0) {
            throw Refused::because(
                'in_use',
                'cells',
                sprintf('%d %s counted by its %d cells. Add another kind instead.', $batches, $batches === 1 ? 'batch is' : 'batches are', $kind->cells),
            );
        }
        $millilitres = $in->count('cellMl', 1, 20_000);
        [$length, $width] = [$in->number('lengthCm', 5, 300), $in->number('widthCm', 5, 300)];
        if ($in->has('version')) {
            $in->count('version', 1);
        }
        $in->done();
        $first = self::first($this->all()) ?? $kind;
        if ($kind === $first && $kind->id !== null && [$length, $width] !== [$kind->lengthCm, $kind->widthCm]) {
            throw Refused::because(
                'in_use',
                $length !== $kind->lengthCm ? 'lengthCm' : 'widthCm',
                sprintf('All bench is counted in the places of %s. Add another kind instead.', $kind->name),
            );
        }
        [$kind->name, $kind->cells, $kind->cellMl, $kind->lengthCm, $kind->widthCm] = [$name, $cells, $millilitres, $length, $width];
        $kind->positions = Positions::each($length, $width, $first->lengthCm, $first->widthCm);
    }
}
