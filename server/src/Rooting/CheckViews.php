<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Rooting\Readiness;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Plan\Batch;

/** A batch's lifted samples with their verdicts in words. */
final class CheckViews
{
    public function __construct(private readonly EntityManagerInterface $em)
    {
    }

    /** @return list<array<string, mixed>> newest first */
    public function of(Batch $batch): array
    {
        $checks = Row::things($this->em->createQuery(
            'SELECT r, l, a FROM '.RootCheck::class.' r JOIN r.line l JOIN r.by a WHERE l.batch = :batch ORDER BY r.onDay DESC, r.id DESC',
        )
            ->setParameter('batch', $batch), RootCheck::class);

        return array_map($this->view(...), $checks);
    }

    /** @return array<string, mixed> */
    private function view(RootCheck $check): array
    {
        return [
            'id' => $check->id,
            'line' => $check->line->number,
            'on' => $check->onDay->format('Y-m-d'),
            'by' => $check->by->name,
            'stages' => $check->stages,
            'lifted' => $check->lifted,
            'rooted' => $check->rooted,
            'threshold' => $check->threshold,
            'chance' => $check->chance,
            'verdict' => $check->verdict,
            'words' => Readiness::said($check->verdict, $check->chance, $check->rooted, $check->lifted, $check->threshold, $check->more, $check->there),
            'trays' => $check->trays,
            'note' => $check->note,
            'depthMm' => $check->depthMm,
            'quality' => $check->quality,
        ];
    }
}
