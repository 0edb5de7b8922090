<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\Trouble;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Plan\Tags;

/** What hands found on the round, until somebody has dealt with it. */
final class TroubleController
{
    private const MOST = 500;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Tags $tags,
        private readonly Writing $writing,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/troubles', methods: ['GET'])]
    public function troubles(): Answer
    {
        $looks = $tags = [];
        $rows = Row::things(
            $this->em->createQuery(
                'SELECT r, l, b, a FROM '.RoundLook::class.' r JOIN r.line l JOIN l.batch b JOIN r.by a LEFT JOIN '.LookDealt::class." d WITH d.look = r
                    WHERE d.what IS NULL AND r.lifted = false AND (r.seen <> 'fine' OR r.note IS NOT NULL OR r.photo IS NOT NULL) ORDER BY r.seenAt DESC",
            )->setMaxResults(self::MOST),
            RoundLook::class,
        );
        foreach ($rows as $look) {
            $looks[(int) $look->id] = $look;
        }
        $watched = $this->dealt(array_keys($looks));
        $tags = $this->tags->byCode(array_values(array_unique(array_map(static fn (RoundLook $look) => $look->line->batch->code, $looks))));
        $troubles = array_map(static fn (RoundLook $look) => new Trouble(
            (int) $look->id,
            $look->seen,
            $tags[$look->line->batch->code]['zone'],
            $look->seenAt,
            $look->note !== null || $look->photo !== null || $look->share !== null,
            false,
            ($watched[(int) $look->id] ?? null)?->watchUntil,
        ), array_values($looks));

        return new Answer(['troubles' => array_map(static fn (array $together) => [
            'seen' => $together[0]->seen->value,
            'zone' => $together[0]->place,
            'looks' => array_map(static fn (Trouble $one) => $looks[$one->id]->toArray() + [
                'code' => $looks[$one->id]->line->batch->code, 'crop' => $looks[$one->id]->line->batch->crop->name,
                'watched' => $one->watchedUntil !== null,
            ], $together),
        ], Trouble::together($troubles, $this->today->day()))]);
    }

    /** Says what was done about some looks, or until when they are watched; or that they are open again. */
    #[Route('/api/troubles', methods: ['POST'])]
    #[IsGranted('ROLE_HAND')]
    public function deal(Fields $in): Answer
    {
        $this->writing->once(function () use ($in): void {
            $ids = array_map(static fn (float $id): int => (int) $id, $in->numbers('looks', 1, count: self::MOST));
            $what = $in->textOr('what', null, 200);
            $until = $in->has('watchUntil') ? $in->day('watchUntil') : null;
            $at = $this->today->orPastMoment($in, 'on');
            $in->done();
            if ($what !== null && $until !== null) {
                throw $in->refuse('too_many', 'watchUntil', 'is for what is watched; what is done is over');
            }
            if ($until !== null && $until <= $this->today->day()) {
                throw $in->refuse('gone_by', 'watchUntil', 'must be a day that has not come');
            }
            $dealt = $this->dealt($ids);
            foreach ($ids as $i => $id) {
                $look = $this->em->find(RoundLook::class, $id) ?? throw Refused::because('unknown', "looks[{$i}]", 'There is no such look.');
                $this->settle($look, $dealt[$id] ?? null, $what, $until, $at);
            }
        });

        return $this->troubles();
    }

    private function settle(RoundLook $look, ?LookDealt $dealt, ?string $what, ?\DateTimeImmutable $until, \DateTimeImmutable $at): void
    {
        $before = ['what' => $dealt?->what, 'watchUntil' => $dealt?->watchUntil?->format('Y-m-d')];
        if ($what === null && $until === null) {
            if ($dealt !== null) {
                $this->em->remove($dealt);
            }
        } elseif ($dealt === null) {
            $this->em->persist(new LookDealt($look, $what, $until, $at, $this->writing->by()));
        } else {
            [$dealt->what, $dealt->watchUntil, $dealt->at, $dealt->by] = [$what, $until, $at, $this->writing->by()];
        }
        $this->writing->keep('look', $look->line->batch->code, $before, ['what' => $what, 'watchUntil' => $until?->format('Y-m-d')]);
    }

    /**
     * @param list<int> $looks
     *
     * @return array<int, LookDealt> by look
     */
    private function dealt(array $looks): array
    {
        $by = [];
        $query = $this->em->createQuery('SELECT d, r FROM '.LookDealt::class.' d JOIN d.look r WHERE r.id IN (:looks)')->setParameter('looks', $looks);
        foreach ($looks === [] ? [] : Row::things($query, LookDealt::class) as $dealt) {
            $by[(int) $dealt->look->id] = $dealt;
        }

        return $by;
    }
}
