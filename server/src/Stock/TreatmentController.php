<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\Find;

/** What plants were treated with, kept for whoever asks; and where nobody goes in yet. */
final class TreatmentController
{
    private const PAGE = 50;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Writing $writing,
        private readonly Find $find,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/treatments', methods: ['GET'])]
    public function all(Request $request): Answer
    {
        $before = $request->query->getInt('before');

        return $this->say($before > 0 ? $before : null);
    }

    #[Route('/api/treatments', methods: ['POST'])]
    #[IsGranted('ROLE_HAND')]
    public function log(Fields $in): Answer
    {
        $this->writing->once(function () use ($in): void {
            $day = $this->today->orPast($in, 'on');
            $at = $day->setTime(...$this->clock($in));
            if ($at > $this->today->now()) {
                throw $in->refuse('not_yet', 'time', Fact::of('refused.treatment.not_yet'));
            }
            $who = $in->has('doneBy') ? $this->find->by(Account::class, 'id', $in->count('doneBy', 1), 'doneBy', 'person') : $this->writing->by();
            [$product, $amount, $hours] = [$in->text('product', 120), $in->text('amount', 120), $in->number('reentryHours')];
            $is = new Treatment($at, $product, $amount, $hours, $who, $this->writing->by(), $this->today->now());
            $is->reentry();
            $is->zone = $in->has('zone') ? $this->find->by(Zone::class, 'id', $in->count('zone', 1), 'zone', 'zone') : null;
            $is->block = $in->has('block') ? $this->find->by(StockBlock::class, 'code', strtoupper($in->text('block', 12)), 'block', 'stock block') : null;
            $is->place = $in->textOr('place', null, 120);
            if (count(array_filter([$is->zone, $is->block, $is->place])) !== 1) {
                throw $in->refuse('missing', 'place', Fact::of('refused.treatment.where'));
            }
            $is->why = $in->textOr('why', null, 200);
            $is->certificate = $in->textOr('certificate', null, 60);
            $is->note = $in->textOr('note', null, 500);
            $in->done();
            $this->em->persist($is);
        });

        return $this->say(null, 201);
    }

    /** @return array{int, int} */
    private function clock(Fields $in): array
    {
        $time = $in->text('time', 5);
        if (preg_match('/^([01]?\d|2[0-3]):([0-5]\d)$/', $time, $parts) !== 1) {
            throw $in->refuse('wrong_type', 'time', Fact::of('refused.treatment.time'));
        }

        return [(int) $parts[1], (int) $parts[2]];
    }

    private function say(?int $before, int $status = 200): Answer
    {
        $now = $this->today->now();
        $read = 'SELECT t, z, k, d FROM '.Treatment::class.' t LEFT JOIN t.zone z LEFT JOIN t.block k JOIN t.doneBy d';
        $page = $this->em->createQuery("{$read} WHERE :before IS NULL OR t.id < :before ORDER BY t.id DESC")->setParameter('before', $before)
            ->setMaxResults(self::PAGE + 1);
        $found = Row::things($page, Treatment::class);
        // None keeps out for longer than ten days.
        $since = $now->modify('-11 days')->format('Y-m-d H:i:s');
        $fresh = Row::things($this->em->createQuery("{$read} WHERE t.at > :since ORDER BY t.at")->setParameter('since', $since), Treatment::class);

        return new Answer([
            'keepOut' => array_values(array_map(self::one(...), array_filter($fresh, static fn (Treatment $is) => $is->reentry()->keepsOut($now)))),
            'treatments' => array_map(self::one(...), array_slice($found, 0, self::PAGE)),
            'more' => count($found) > self::PAGE,
        ], $status);
    }

    /** @return array<string, mixed> */
    private static function one(Treatment $is): array
    {
        return [
            'id' => $is->id, 'at' => $is->at->format('Y-m-d H:i'), 'where' => $is->where(), 'product' => $is->product, 'amount' => $is->amount,
            'why' => $is->why, 'doneBy' => $is->doneBy->name, 'certificate' => $is->certificate, 'reentryHours' => $is->reentryHours,
            'until' => $is->reentry()->until()->format('Y-m-d H:i'), 'note' => $is->note,
        ];
    }
}
