<?php

declare(strict_types=1);

namespace WetCradle\Server\Potting;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Book\LossCause;
use WetCradle\Core\Book\State;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Potting\PotOn;
use WetCradle\Core\Potting\StepKind;
use WetCradle\Core\Refused;
use WetCradle\Server\Book\Act;
use WetCradle\Server\Book\Line;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\Conflict;
use WetCradle\Server\Http\Find;
use WetCradle\Server\Http\UntilWritten;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Wanted\Pot;
use WetCradle\Server\Wanted\Wanted;

/** Lots of pots: growing on, hardening off, losses, ready, sent to orders. */
final class LotController
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly LotViews $views,
        private readonly Lots $lots,
        private readonly PotWork $work,
        private readonly Find $find,
        private readonly Writing $writing,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/lots', methods: ['GET'], defaults: [UntilWritten::SAME => true])]
    public function all(): Answer
    {
        return new Answer(['lots' => $this->views->all()]);
    }

    #[Route('/api/lots/{code}', methods: ['GET'])]
    public function one(string $code): Answer
    {
        return new Answer($this->views->one($this->lot($code)));
    }

    /** A step of growing on was done; moves no plants. */
    #[Route('/api/lots/{code}/steps', methods: ['POST'])]
    #[IsGranted('ROLE_HAND')]
    public function step(string $code, Fields $in): Answer
    {
        return $this->write($code, function (PotLot $lot) use ($in): void {
            $step = new LotStep(
                $lot,
                $in->choice('kind', StepKind::class),
                $in->day('on'),
                $in->textOr('note', null, 300),
                $this->today->now(),
                $this->writing->by(),
            );
            $in->done();
            if ($step->onDay > $this->today->day() || $step->onDay < $lot->pottedOn) {
                throw Refused::because(
                    $step->onDay < $lot->pottedOn ? 'before_potting' : 'ahead',
                    'on',
                    $step->onDay < $lot->pottedOn ? sprintf(
                        'Lot %s was potted on %s.',
                        $lot->code,
                        $lot->pottedOn->format('j F Y'),
                    ) : 'That day has not come yet.',
                );
            }
            $this->lots->mustNotStand($step);
            $this->em->persist($step);
        });
    }

    #[Route('/api/lots/{code}/steps/{id<\d+>}', methods: ['DELETE'])]
    #[IsGranted('ROLE_HAND')]
    public function unstep(string $code, int $id): Answer
    {
        return $this->write($code, function (PotLot $lot) use ($id): void {
            $step = $this->em->find(LotStep::class, $id);
            if ($step === null || $step->lot !== $lot) {
                throw new Conflict(['id' => $id], 'Somebody took that tick back meanwhile.');
            }
            $this->em->remove($step);
            $this->writing->keep('lot', $lot->code, ['step' => sprintf('%s on %s', $step->kind->value, $step->onDay->format('Y-m-d'))], ['step' => null]);
        });
    }

    #[Route('/api/lots/{code}/lose', methods: ['POST'])]
    #[IsGranted('ROLE_HAND')]
    public function lose(string $code, Fields $in): Answer
    {
        return $this->write($code, function (PotLot $lot) use ($in): void {
            [$seen, $day, $state, $count, $cause] = [
                $in->count('version', 1),
                $in->day('on'),
                State::from($in->oneOf('state', ['potted', 'grown'])),
                $in->count('count', 1),
                $in->oneOf('cause', array_column(LossCause::cases(), 'value')),
            ];
            $in->done();
            $lot->mustBeAsSeen($seen);
            $this->lots->lose($lot, $day, $state, $count, $cause);
        });
    }

    #[Route('/api/lots/{code}/grow', methods: ['POST'])]
    #[IsGranted('ROLE_HAND')]
    public function grow(string $code, Fields $in): Answer
    {
        return $this->write($code, function (PotLot $lot) use ($in): void {
            [$seen, $day, $count] = [$in->count('version', 1), $in->day('on'), $in->count('count', 1)];
            $in->done();
            $lot->mustBeAsSeen($seen);
            $this->lots->grow($lot, $day, $count);
        });
    }

    /** Held back from orders until a day; or, with none, for orders again. */
    #[Route('/api/lots/{code}/hold', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function hold(string $code, Fields $in): Answer
    {
        return $this->write($code, function (PotLot $lot) use ($in): void {
            [$seen, $until, $why] = [
                $in->count('version', 1),
                $in->has('until') && $in->textOr('until') !== null ? $in->day('until') : null,
                $in->textOr('why', null, 200),
            ];
            $in->done();
            $lot->mustBeAsSeen($seen);
            $this->lots->hold($lot, $until, $why);
        });
    }

    #[Route('/api/lots/{code}/send', methods: ['POST'])]
    #[IsGranted('ROLE_HAND')]
    public function send(string $code, Fields $in): Answer
    {
        return $this->write($code, function (PotLot $lot) use ($in): void {
            [$seen, $day, $wanted, $count, $passport] = [
                $in->count('version', 1),
                $in->day('on'),
                $this->find->by(Wanted::class, 'id', $in->count('order', 1), 'order', 'order'),
                $in->count('count', 1),
                $in->textOr('passport', null, 60),
            ];
            $in->done();
            $lot->mustBeAsSeen($seen);
            $this->lots->send($lot, $day, $wanted, $count, $passport);
        });
    }

    /** What potting on needs on the bench, and what to mind. */
    #[Route('/api/lots/{code}/pot-on', methods: ['GET'])]
    public function potOnWork(string $code, Request $request): Answer
    {
        $lot = $this->lot($code);
        $in = Fields::of(['pot' => $request->query->getInt('pot'), 'pots' => $request->query->getInt('pots')]);
        $pot = $this->find->by(Pot::class, 'id', $in->count('pot', 1), 'pot', 'pot');
        $caution = PotOn::caution($lot->pot->millilitres, $pot->millilitres, $this->house->defaults());

        return new Answer(
            [
                'code' => $lot->code,
                'caution' => $caution,
                'work' => $this->work->of($lot->batches()[0], $pot, $in->count('pots', 0, 1_000_000), $lot->mix, $lot->pot->millilitres),
            ],
        );
    }

    #[Route('/api/lots/{code}/pot-on', methods: ['POST'])]
    #[IsGranted('ROLE_HAND')]
    public function potOn(string $code, Fields $in): Answer
    {
        return $this->shown($this->writing->once(function () use ($code, $in): PotLot {
            $lot = $this->standing($code);
            [$seen, $day, $pot, $mix, $count] = [
                $in->count('version', 1),
                $in->day('on'),
                $this->find->by(Pot::class, 'id', $in->count('pot', 1), 'pot', 'pot'),
                $in->textOr('mix', $lot->mix, 200) ?? $lot->mix,
                $in->count('count', 1),
            ];
            $in->done();
            $lot->mustBeAsSeen($seen);

            return $this->lots->potOn($lot, $day, $pot, $mix, $count);
        }));
    }

    #[Route('/api/lots/{code}/join', methods: ['POST'])]
    #[IsGranted('ROLE_HAND')]
    public function join(string $code, Fields $in): Answer
    {
        return $this->write($code, function (PotLot $lot) use ($in): void {
            [$seen, $other, $otherSeen] = [
                $in->count('version', 1),
                $this->find->by(PotLot::class, 'code', strtoupper($in->text('lot', 20)), 'lot', 'lot'),
                $in->count('lotVersion', 1),
            ];
            $in->done();
            $lot->mustBeAsSeen($seen);
            $other->mustBeAsSeen($otherSeen);
            $this->lots->join($lot, $other);
        });
    }

    #[Route('/api/lots/{code}/part', methods: ['POST'])]
    #[IsGranted('ROLE_HAND')]
    public function part(string $code, Fields $in): Answer
    {
        return $this->write($code, function (PotLot $lot) use ($in): void {
            [$seen, $line] = [$in->count('version', 1), $this->find->by(Line::class, 'id', $in->count('line', 1), 'line', 'line')];
            $in->done();
            $lot->mustBeAsSeen($seen);
            $this->lots->part($lot, $line);
        });
    }

    #[Route('/api/lots/{code}/undo', methods: ['POST'])]
    #[IsGranted('ROLE_HAND')]
    public function undo(string $code, Fields $in): Answer
    {
        return $this->write($code, function (PotLot $lot) use ($in): void {
            $act = $this->find->by(Act::class, 'id', $in->count('act', 1), 'act', 'act');
            $in->done();
            $this->lots->undo($lot, $act);
        });
    }

    /** @param callable(PotLot): void $do */
    private function write(string $code, callable $do): Answer
    {
        return $this->shown($this->writing->once(function () use ($code, $do): PotLot {
            $lot = $this->standing($code);
            $do($lot);

            return $lot;
        }));
    }

    /** As it is now; where its potting on was undone, the lot that it came from. */
    private function shown(PotLot $lot): Answer
    {
        $this->em->refresh($lot);
        $shown = $lot->lines->isEmpty() ? $lot->fromLot ?? throw new NotFoundHttpException() : $lot;

        return new Answer($this->views->one($shown));
    }

    /** A lot to which something is done; told where it was put to another one since it was seen. */
    private function standing(string $code): PotLot
    {
        $lot = $this->em->getRepository(PotLot::class)->findOneBy(['code' => strtoupper($code)]) ?? throw new NotFoundHttpException();

        return !$lot->lines->isEmpty()
            ? $lot
            : throw new Conflict(
                ['code' => $lot->code],
                sprintf('Nothing stands in lot %s any more: somebody put it to another one meanwhile, or undid its potting.', $lot->code),
            );
    }

    private function lot(string $code): PotLot
    {
        $lot = $this->em->getRepository(PotLot::class)->findOneBy(['code' => strtoupper($code)]) ?? throw new NotFoundHttpException();

        return $lot->lines->isEmpty() ? throw new NotFoundHttpException() : $lot;
    }
}
