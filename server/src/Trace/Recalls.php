<?php

declare(strict_types=1);

namespace WetCradle\Server\Trace;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Records\TraceKind;
use WetCradle\Server\Book\Lineage;
use WetCradle\Server\Database\Once;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Potting\PotLot;

/**
 * What is called back now: all that came of what a recall begins with, by the book as it is, so that what is parted from it later
 * is called back too.
 */
final class Recalls
{
    public function __construct(private readonly EntityManagerInterface $em, private readonly Lineage $lineage, private readonly Once $once)
    {
    }

    /** @return list<Recall> the newest first */
    public function open(): array
    {
        return $this->em->getRepository(Recall::class)->findBy(['liftedAt' => null], ['id' => 'DESC']);
    }

    /** @return array<int, string> why, by batch */
    public function batches(): array
    {
        $why = [];
        foreach ($this->brief() as ['kind' => $kind, 'what' => $what, 'why' => $says]) {
            foreach ($this->lineage->after($this->lineage->begins($kind, $what)) as $batch) {
                $why[$batch] ??= $says;
            }
        }

        return $why;
    }

    /** Why plants of a lot are called back; null where none are. */
    public function ofLot(PotLot $lot): ?string
    {
        $ofBatches = $this->batches();
        foreach ($lot->batches() as $batch) {
            if (isset($ofBatches[(int) $batch->id])) {
                return $ofBatches[(int) $batch->id];
            }
        }

        return null;
    }

    /** @return array<int, string> why, by block */
    public function blocks(): array
    {
        $why = [];
        foreach ($this->brief() as ['kind' => $kind, 'what' => $what, 'why' => $says]) {
            if ($kind === TraceKind::Block) {
                $why[$what] ??= $says;
            }
        }

        return $why;
    }

    /** @return list<array{kind: TraceKind, what: int, why: string}> */
    private function brief(): array
    {
        return $this->once->read('recalls', fn (): array => array_map(
            static fn (Row $row) => ['kind' => TraceKind::from($row->text('kind')), 'what' => $row->int('what'), 'why' => $row->text('why')],
            Row::all($this->em->getConnection(), 'SELECT kind, what, why FROM recall WHERE lifted_at IS NULL ORDER BY id DESC'),
        ));
    }
}
