<?php

declare(strict_types=1);

namespace WetCradle\Server\Calendar;

use Doctrine\DBAL\Connection;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Plan\DayList;
use WetCradle\Core\Plan\Job;
use WetCradle\Core\Plan\NextThing;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Tags;
use WetCradle\Server\Stock\Caring;
use WetCradle\Server\Stock\TakeSheets;
use WetCradle\Server\Wanted\WantedViews;

/** The next thing, and what was done in weeks gone by. */
final class DayController
{
    public function __construct(
        private readonly Connection $db,
        private readonly Tags $tags,
        private readonly WantedViews $wanted,
        private readonly TakeSheets $takeSheets,
        private readonly Outlooks $outlooks,
        private readonly Caring $caring,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/day', methods: ['GET'])]
    public function day(Request $request): Answer
    {
        $week = $request->query->has('week') ? Week::of($request->query->getString('week')) : $this->today->week();
        $wanted = $unplanned = [];
        foreach ($this->wanted->unplanned() as ['order' => $order, 'planBy' => $planBy, 'view' => $view]) {
            $wanted[(string) $order->id] = $view;
            $unplanned[] = ['order' => (string) $order->id, 'plants' => $order->plants, 'planBy' => $planBy];
        }
        $short = [];
        foreach ($this->wanted->short() as ['order' => $order, 'outlook' => $outlook, 'view' => $view, 'last' => $last]) {
            $wanted[(string) $order->id] = $view;
            $short[] = [
                'order' => (string) $order->id, 'short' => $outlook->short(), 'due' => $last ?? $order->ready()->monday(),
                'why' => $outlook->words(), 'mendable' => $last !== null,
            ];
        }
        $past = $week->until($this->today->week()) > 0;
        $things = $past ? [] : DayList::of(array_values($this->outlooks->all()), $unplanned, $short, $week, $this->today->day(), $this->house->defaults());
        $tags = $this->tags->byCode(
            array_values(
                array_unique(
                    array_map(
                        static fn (NextThing $t) => $t->about,
                        array_filter($things, static fn (NextThing $t) => !in_array($t->job, [Job::Plan, Job::Short], true)),
                    ),
                ),
            ),
        );

        $clocks = $this->takeSheets->running();

        return new Answer([
            'week' => $week->written(),
            'running' => $week->holds($this->today->day()),
            'things' => array_map(static fn (NextThing $t) => [
                'job' => $t->job->value,
                'line' => $t->line,
                'count' => $t->count,
                'due' => $t->due->format('Y-m-d'),
                'daysLate' => $t->daysLate,
                'why' => $t->why,
                'mendable' => $t->mendable,
                'step' => $t->step,
                'tag' => $tags[$t->about] ?? null,
                'collection' => $t->job === Job::Stick ? $clocks[$t->about] ?? null : null,
                'wanted' => in_array($t->job, [Job::Plan, Job::Short], true) ? $wanted[$t->about] : null,
            ], $things),
            'stock' => $past ? [] : $this->caring->by($week->holds($this->today->day()) ? $this->today->day() : $week->monday()),
            'logged' => $this->logged($week),
        ]);
    }

    /** @return list<array<string, mixed>> acts and checks of that week, newest first */
    private function logged(Week $week): array
    {
        $between = [$week->monday()->format('Y-m-d'), $week->sunday()->format('Y-m-d')];
        $rows = Row::all($this->db, "SELECT a.on_day, a.kind, a.says, p.name, b.code, c.name AS crop, 1, a.id FROM act a JOIN account p ON p.id = a.by_id
            JOIN batch b ON b.id = a.batch_id JOIN crop c ON c.id = b.crop_id WHERE a.on_day BETWEEN ? AND ?
             UNION ALL
             SELECT r.on_day, 'check', 'Lifted ' || r.lifted || ', ' || r.rooted || ' with roots', p.name, b.code, c.name, 2, r.id FROM root_check r
             JOIN account p ON p.id = r.by_id JOIN line l ON l.id = r.line_id JOIN batch b ON b.id = l.batch_id JOIN crop c ON c.id = b.crop_id
             WHERE r.on_day BETWEEN ? AND ?
             ORDER BY 1 DESC, 5, 7, 8",
            [...$between, ...$between],
        );

        return array_map(
            static fn (Row $r) => [
                'on' => $r->text('on_day'), 'kind' => $r->text('kind'), 'says' => $r->text('says'), 'by' => $r->text('name'),
                'code' => $r->text('code'), 'crop' => $r->text('crop'),
            ],
            $rows,
        );
    }
}
