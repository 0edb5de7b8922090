<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Rooting\StageTally;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Rooting\Checks;
use WetCradle\Server\Rooting\RootCheck;

/** What the checks of what still stands in trays said, once all the history of the made-up nursery is there to judge them by. */
final class DemoJudged
{
    public function __construct(private readonly EntityManagerInterface $em, private readonly Checks $checks)
    {
    }

    public function anew(): void
    {
        foreach (Row::things($this->em->createQuery('SELECT r, l, b FROM '.RootCheck::class.' r JOIN r.line l JOIN l.batch b
            WHERE b.leftBenchOn IS NULL ORDER BY r.onDay, r.id'), RootCheck::class) as $check) {
            $ready = $this->checks->judged($check->line, $check->onDay, StageTally::of($check->stages), $check->trays, $check->there, $check->id);
            $check->chance = $ready->chance;
            $check->verdict = $ready->verdict;
            $check->more = $ready->more();
        }
        $this->em->flush();
    }
}
