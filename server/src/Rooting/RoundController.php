<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Book\Losses;
use WetCradle\Core\Book\State;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\Ground;
use WetCradle\Core\Crops\Method;
use WetCradle\Core\Plan\Job;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\Rounds;
use WetCradle\Core\Rooting\Seen;
use WetCradle\Core\Rooting\StageTally;
use WetCradle\Server\Bench\Carried;
use WetCradle\Server\Book\Acts;
use WetCradle\Server\Book\Counts;
use WetCradle\Server\Book\Line;
use WetCradle\Server\Calendar\Outlooks;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\SentOnce;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batches;
use WetCradle\Server\Plan\Tags;

/** The round: the walk through the house in the order of its benches, and what is seen at each tag. */
final class RoundController
{
    /** Days that a look may have waited on a device. */
    private const BELIEVED = 14;

    public function __construct(
        private readonly Batches $batches,
        private readonly EntityManagerInterface $em,
        private readonly Connection $db,
        private readonly Tags $tags,
        private readonly Acts $acts,
        private readonly Checks $checks,
        private readonly Photos $photos,
        private readonly Outlooks $outlooks,
        private readonly Counts $counts,
        private readonly Carried $carried,
        private readonly House $house,
        private readonly Writing $writing,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/round', methods: ['GET'])]
    public function walk(): Answer
    {
        $today = $this->today->day();
        $air = $this->house->air()->on($today);
        $counts = ['trays' => $this->counts->inTrays(), 'pots' => $this->counts->inPots()];
        $rows = Row::all($this->db,
            "SELECT b.code, l.number, b.stuck_on, b.rooted_from, coalesce(z.name, 'Place not known') AS zone, coalesce(z.house, '') AS house,
                z.kind, z.ground, b.method, coalesce(z.heat_low, 0) AS heat_low, coalesce(z.mist_high, 0) AS mist_high, p.code AS lot,
                (SELECT max(r.seen_at) FROM round_look r WHERE r.line_id = l.id) AS looked, (SELECT r.seen FROM round_look r
                WHERE r.line_id = l.id ORDER BY r.seen_at DESC LIMIT 1) AS seen, l.id AS line_id
             FROM batch b JOIN line l ON l.batch_id = b.id
                LEFT JOIN pot_lot p ON p.id = l.lot_id
                LEFT JOIN zone z ON z.id = CASE WHEN p.id IS NOT NULL AND l.id NOT IN (:trays) THEN p.zone_id ELSE coalesce((SELECT o.zone_id
                FROM batch_moves_on o WHERE o.batch_id = b.id AND o.from_day <= :today
                AND NOT (b.id IN (:waiting) AND o.from_day = b.wean_on) ORDER BY o.from_day DESC LIMIT 1), b.zone_id) END
             WHERE b.called_off = 0 AND b.stuck_on IS NOT NULL AND b.stuck_on <= :today AND l.id IN (:lines) ORDER BY z.id IS NULL,
             (SELECT min(h.id) FROM zone h WHERE h.house = z.house), z.y, z.x, z.id, b.code, l.number",
            [
                'today' => $today->format('Y-m-d'), 'lines' => array_keys($counts['trays'] + $counts['pots']), 'trays' => array_keys($counts['trays']),
                'waiting' => $this->carried->waiting(),
            ],
            ['lines' => ArrayParameterType::INTEGER, 'trays' => ArrayParameterType::INTEGER, 'waiting' => ArrayParameterType::INTEGER],
        );
        $stops = [];
        $outlooks = $this->outlooks->all();
        $tags = $this->tags->byCode(array_values(array_unique(array_map(static fn (Row $row) => $row->text('code'), $rows))));
        foreach ($rows as $row) {
            // Where a line is partly potted, its trays are what can go wrong soonest.
            $inPots = !isset($counts['trays'][$row->int('line_id')]);
            $there = array_sum($counts[$inPots ? 'pots' : 'trays'][$row->int('line_id')] ?? []);
            if ($there === 0) {
                continue;
            }
            $every = $row->textOrNull('ground') === Ground::BesideStock->value ? Rounds::everyOnMother(
                $row->text('method') === Method::AirLayer->value,
                $this->house->defaults(),
            ) : Rounds::every(
                $row->float('heat_low'),
                $row->float('mist_high'),
                $row->textOrNull('kind') === 'cover',
                $inPots,
                $air,
                $this->house->defaults(),
            );
            $outlook = $inPots ? null : $outlooks[$row->text('code').' '.$row->int('number')] ?? null;
            $due = $outlook?->next($this->house->defaults());
            $wean = $outlook?->wean($this->house->defaults());
            $looked = $row->dayOrNull('looked');
            $stops[] = [
                'code' => $row->text('code'), 'line' => $row->int('number'), 'there' => $there, 'inPots' => $inPots,
                'lot' => $inPots ? $row->textOrNull('lot') : null,
                'zone' => $row->text('zone'), 'house' => $row->text('house'),
                'every' => $every, 'due' => Rounds::isDue($looked, $every, $today), 'lookedAt' => $looked?->format('Y-m-d H:i'),
                'seen' => $row->textOrNull('seen'),
                'checkDue' => $due?->job === Job::Check && $due->hasCome($today),
                'wean' => $wean?->hasCome($today) === true ? $wean->why : null, 'tag' => $tags[$row->text('code')],
            ];
        }

        return new Answer(['day' => $today->format('Y-m-d'), 'stops' => $stops]);
    }

    /** Keeps one look. Sent again with its key it is not kept again: the answer may have been lost, the look was not. */
    #[Route('/api/round/looks', methods: ['POST'], defaults: [SentOnce::OWN_KEY => true])]
    #[IsGranted('ROLE_HAND')]
    public function look(Fields $in): Answer
    {
        $sent = $in->textOr('photo', null, 240_000);
        $photo = $sent === null ? null : $this->photos->read($sent);
        [$state, $look] = $this->writing->once(function () use ($in, $photo): array {
            $key = $in->text('key', 60, 8);
            $kept = $this->em->getRepository(RoundLook::class)->findOneBy(['deviceKey' => $key]);
            if ($kept !== null) {
                return ['was_kept', $kept];
            }
            $line = $this->batches->line($this->batches->byCode($in->text('code', 20), 'code'), $in->countOr('line', 1, 1));
            $seen = $in->choice('seen', Seen::class);
            $share = $in->has('share') ? $in->share('share') : null;
            $culled = $in->countOr('culled', 0, 0, 1_000_000);
            $note = $in->textOr('note', null, 500);
            $tally = $in->has('stages') ? StageTally::read($in->object('stages')) : null;
            $trays = $in->countOr('trays', 1, 1, 10_000);
            // Where a day is typed, it is what a person says, whatever the clock of the device has.
            $at = $this->moment($in->text('at', 30));
            $at = $in->has('on') ? $this->today->orPastMoment($in, 'on') : $at;
            $stuckOn = $line->batch->sticking->stuckOn;
            if ($in->has('on') && $stuckOn !== null && $at < $stuckOn) {
                throw Refused::because('before_sticking', 'on', sprintf('%s was stuck on %s.', $line->batch->code, $stuckOn->format('j F Y')));
            }
            $in->done();
            if ($culled > 0) {
                $this->cull($line, $at, $seen, $culled);
            }
            if ($tally !== null) {
                $this->checks->check($line, max($line->batch->sticking->stuckOn ?? $at, min($this->today->day(), $at->setTime(0, 0))), $tally, $trays, $note);
            }
            $look = new RoundLook(
                $key,
                $line,
                $seen,
                $share,
                $culled,
                $note,
                $photo === null ? null : $this->photos->keep($key, $photo),
                $tally !== null && $seen === Seen::Fine,
                $at,
                $this->today->now(),
                $this->writing->by(),
            );
            $this->em->persist($look);

            return ['kept', $look];
        });

        return new Answer(['state' => $state, 'look' => $look->toArray()], $state === 'kept' ? 201 : 200);
    }

    #[Route('/api/round/looks/{id<\d+>}/photo', methods: ['GET'])]
    public function photo(int $id): Response
    {
        $name = $this->em->find(RoundLook::class, $id)?->photo;
        $path = $name === null ? null : $this->photos->path($name);

        return $path === null ? throw new NotFoundHttpException() : new BinaryFileResponse($path, 200, ['Content-Type' => 'image/jpeg']);
    }

    /** What is taken out at once goes into the book, from where it stands. */
    private function cull(Line $line, \DateTimeImmutable $at, Seen $seen, int $culled): void
    {
        $cause = $seen->cause() ?? throw Refused::because('unknown_choice', 'culled', 'What looks fine is not taken out.');
        $standing = $this->counts->on([(int) $line->id])[(int) $line->id];
        $from = $line->batch->leftBenchOn === null ? [State::Stuck, State::Rooted] : [State::Potted, State::Grown];
        $there = array_sum(array_map(static fn (State $s) => $standing[$s->value] ?? 0, $from));
        if ($culled > $there) {
            throw Refused::because(
                'more_than_there_are',
                'culled',
                sprintf(
                    '%d were taken out here, but by the book only %d still stand on this line of %s. Somebody else may have booked some.',
                    $culled,
                    $there,
                    $line->batch->code,
                ),
            );
        }
        foreach ($from as $state) {
            $some = min($culled, $standing[$state->value] ?? 0);
            if ($some > 0) {
                $this->acts->lose(
                    $line,
                    max($line->batch->sticking->stuckOn ?? $at, min($this->today->day(), $at->setTime(0, 0))),
                    $state,
                    Losses::of([$cause->value => $some]),
                );
                $culled -= $some;
            }
        }
    }

    /** When it was seen, by the device's clock; never later than now, and a clock that is weeks behind is not believed. */
    private function moment(string $written): \DateTimeImmutable
    {
        $at = \DateTimeImmutable::createFromFormat('Y-m-d\TH:i:s', substr($written, 0, 19));
        if ($at === false) {
            throw Refused::because('wrong_type', 'at', 'A look has a moment, written as 2027-05-12T07:30:00.');
        }

        $now = $this->today->now();

        return $at > $now || $at < $now->modify(sprintf('-%d days', self::BELIEVED)) ? $now : $at;
    }
}
