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
use WetCradle\Core\Plan\OrderOutlook;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\UntilWritten;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Tags;
use WetCradle\Server\Stock\Caring;
use WetCradle\Server\Stock\TakeSheets;
use WetCradle\Server\Wanted\Wanted;
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

    #[Route('/api/day', methods: ['GET'], defaults: [UntilWritten::SAME => true])]
    public function day(Request $request): Answer
    {
        $week = $request->query->has('week') ? Week::of($request->query->getString('week')) : $this->today->week();
        $past = $week->until($this->today->week()) > 0;
        $needing = $past ? [] : $this->wanted->needing();
        $things = $past ? [] : $this->things($needing, $week);
        $codes = array_map(static fn (NextThing $t) => $t->about, array_filter($things, static fn (NextThing $t) => !self::isOfOrder($t)));
        $short = array_filter($needing, static fn (array $one) => $one['outlook'] !== null);
        $tags = $this->tags->servingOr(array_keys($short), array_values(array_unique($codes)));
        $byCode = array_column($tags, null, 'code');
        $wanted = $this->wanted->said($needing, $tags);
        $clocks = $this->takeSheets->running();
        if ($clocks !== []) {
            UntilWritten::not($request);
        }

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
                'tag' => $byCode[$t->about] ?? null,
                'collection' => $t->job === Job::Stick ? $clocks[$t->about] ?? null : null,
                'wanted' => self::isOfOrder($t) ? $wanted[(int) $t->about] : null,
            ], $things),
            'stock' => $past ? [] : $this->caring->by($week->holds($this->today->day()) ? $this->today->day() : $week->monday()),
            'logged' => $this->logged($week),
        ]);
    }

    /**
     * @param array<int, array{order: Wanted, outlook: ?OrderOutlook, last: ?\DateTimeImmutable}> $needing
     *
     * @return list<NextThing>
     */
    private function things(array $needing, Week $week): array
    {
        $unplanned = $short = [];
        foreach ($needing as $id => ['order' => $order, 'outlook' => $outlook, 'last' => $last]) {
            $due = $last ?? $order->ready()->monday();
            if ($outlook === null) {
                $unplanned[] = ['order' => (string) $id, 'plants' => $order->plants, 'planBy' => $due];
            } else {
                $short[] = [
                    'order' => (string) $id, 'short' => $outlook->short(), 'due' => $due, 'why' => $outlook->words(), 'mendable' => $last !== null,
                ];
            }
        }

        return DayList::of(array_values($this->outlooks->all()), $unplanned, $short, $week, $this->today->day(), $this->house->defaults());
    }

    private static function isOfOrder(NextThing $thing): bool
    {
        return in_array($thing->job, [Job::Plan, Job::Short], true);
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
