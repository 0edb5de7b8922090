<?php

declare(strict_types=1);

namespace WetCradle\Server\Trace;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Records\TraceKind;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Nursery\Words;

/** Where plants came from and went, and calling them back. */
final class TraceController
{
    private const SHOWN = 40;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Trace $trace,
        private readonly Recalls $recalls,
        private readonly Writing $writing,
        private readonly Words $words,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/trace/{kind}/{key}', methods: ['GET'])]
    public function one(string $kind, string $key): Answer
    {
        return $this->say(TraceKind::tryFrom($kind) ?? throw new NotFoundHttpException(), $key);
    }

    #[Route('/api/recalls', methods: ['GET'])]
    public function all(): Answer
    {
        $recalls = $this->em->getRepository(Recall::class)->findBy([], ['id' => 'DESC'], self::SHOWN);

        return new Answer(['recalls' => array_map($this->recall(...), $recalls)]);
    }

    /** Calls back all that came of something: it is sent nowhere and counted for no order until that is lifted. */
    #[Route('/api/recalls', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function call(Fields $in): Answer
    {
        [$kind, $key] = $this->writing->once(function () use ($in): array {
            [$kind, $key, $why] = [$in->choice('kind', TraceKind::class), $in->text('key', 40), $in->text('why', 300)];
            $in->done();
            if (!$kind->isRecalled()) {
                throw $in->refuse('not_possible', 'kind', Fact::of('refused.recall.not_recalled'));
            }
            [$id, $name] = $this->trace->find($kind, $key);
            foreach ($this->recalls->open() as $open) {
                if ($open->kind === $kind && $open->what === $id) {
                    throw $in->refuse('not_possible', 'why', Fact::of('refused.recall.is_open'));
                }
            }
            $this->em->persist(new Recall($kind, $id, $name, $why, $this->today->now(), $this->writing->by()));
            $this->writing->keep('recall', $name, [], ['why' => $why]);

            return [$kind, $key];
        });

        return $this->say($kind, $key, 201);
    }

    #[Route('/api/recalls/{id<\d+>}/lift', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function lift(int $id, Fields $in): Answer
    {
        $recall = $this->em->find(Recall::class, $id) ?? throw new NotFoundHttpException();
        $this->writing->once(function () use ($recall, $in): void {
            $this->em->refresh($recall);
            $this->writing->mustBeVersion($in->count('version'), $recall->version, $recall->toArray());
            $why = $in->text('why', 300);
            $in->done();
            if ($recall->liftedAt !== null) {
                throw $in->refuse('not_possible', 'why', Fact::of('refused.recall.is_lifted'));
            }
            [$recall->liftedAt, $recall->liftedBy, $recall->liftedWhy] = [$this->today->now(), $this->writing->by(), $why];
            $this->writing->keep('recall', $recall->name, ['lifted' => null], ['lifted' => $why]);
        });

        return new Answer($this->recall($recall));
    }

    private function say(TraceKind $kind, string $key, int $status = 200): Answer
    {
        [$id, $name] = $this->trace->find($kind, $key);
        $open = array_values(array_filter($this->recalls->open(), static fn (Recall $recall) => $recall->kind === $kind && $recall->what === $id));

        return new Answer([
            'kind' => $kind->value, 'key' => $key, 'name' => $name, 'start' => "{$kind->value} {$id}", 'mayRecall' => $kind->isRecalled(),
            'recall' => $open === [] ? null : $this->recall($open[0]),
        ] + $this->trace->of($kind, $id), $status);
    }

    /** @return array<string, mixed> */
    private function recall(Recall $recall): array
    {
        return $recall->toArray() + ['words' => $this->words->name($recall->kind)];
    }
}
