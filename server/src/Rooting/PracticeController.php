<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\Agreement;
use WetCradle\Core\Rooting\PracticeSet;
use WetCradle\Core\Rooting\RootStage;
use WetCradle\Core\Rooting\Specimen;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;

/** Practice at telling root stages, and how well people agree with the key and with each other. */
final class PracticeController
{
    public function __construct(private readonly EntityManagerInterface $em, private readonly Writing $writing, private readonly Today $today)
    {
    }

    /** The next set of whoever asks, without what each foot is; and how everybody does. */
    #[Route('/api/practice', methods: ['GET'])]
    public function practice(): Answer
    {
        $set = PracticeSet::of($this->next());

        return new Answer(
            ['set' => $set->number, 'feet' => array_map(static fn (Specimen $specimen) => $specimen->toArray(), $set->specimens)] + $this->people(),
        );
    }

    #[Route('/api/practice', methods: ['POST'])]
    #[IsGranted('ROLE_HAND')]
    public function grade(Fields $in): Answer
    {
        $graded = $this->writing->once(function () use ($in): Practice {
            $number = $in->count('set', 1, 1_000_000);
            $grades = [];
            foreach ($in->texts('grades') as $i => $grade) {
                $grades[] = RootStage::tryFrom($grade) ?? throw $in->refuse('unknown_choice', "grades[{$i}]", sprintf('"%s" is not a root stage', $grade));
            }
            $in->done();
            if ($number !== $this->next()) {
                throw Refused::because('graded', 'set', sprintf('Set %d is graded already, or not yet due; %d is next.', $number, $this->next()));
            }
            PracticeSet::of($number)->grade($grades);
            $practice = new Practice($this->writing->by(), $number, array_map(static fn (RootStage $s) => $s->value, $grades), $this->today->now());
            $this->em->persist($practice);

            return $practice;
        });
        $set = PracticeSet::of($graded->setNumber);
        $agreement = $set->grade($graded->stages());

        return new Answer([
            'set' => $set->number,
            'feet' => array_map(
                static fn (Specimen $specimen, RootStage $said) => $specimen->toArray() + ['was' => $specimen->stage()->value, 'said' => $said->value],
                $set->specimens,
                $graded->stages(),
            ),
            'result' => self::say($agreement) + [
                'of' => count($set->specimens),
                'mistakes' => array_map(
                    static fn (array $m) => ['was' => $m['was']->value, 'said' => $m['said']->value, 'times' => $m['times']],
                    $agreement->mistakes(),
                ),
            ],
        ] + $this->people(), 201);
    }

    private function next(): int
    {
        return 1 + (int) $this->em->createQuery('SELECT max(p.setNumber) FROM '.Practice::class.' p WHERE p.account = :me')
            ->setParameter('me', $this->writing->by())
            ->getSingleScalarResult();
    }

    /**
     * @return array{
     *     people: list<array<string, mixed>>, between: list<array<string, mixed>>,
     * } each person's newest set against the key, and each two on all sets that both have graded
     */
    private function people(): array
    {
        $by = $names = [];
        foreach (Row::things(
            $this->em->createQuery('SELECT p, a FROM '.Practice::class.' p JOIN p.account a ORDER BY a.name, p.setNumber'),
            Practice::class,
        ) as $practice) {
            $by[(int) $practice->account->id][$practice->setNumber] = $practice;
            $names[(int) $practice->account->id] = $practice->account->name;
        }
        $people = $between = [];
        foreach ($by as $id => $sets) {
            $last = $sets[array_key_last($sets)];
            $people[] = [
                'name' => $names[$id], 'sets' => count($sets), 'on' => $last->at->format('Y-m-d'),
            ] + self::say(PracticeSet::of($last->setNumber)->grade($last->stages()));
            foreach ($by as $other => $theirs) {
                $both = $other > $id ? array_keys(array_intersect_key($sets, $theirs)) : [];
                if ($both !== []) {
                    $pairs = array_merge(
                        ...array_map(
                            static fn (int $set) => array_map(
                                static fn (RootStage $a, RootStage $b) => [$a, $b],
                                $sets[$set]->stages(),
                                $theirs[$set]->stages(),
                            ),
                            $both,
                        ),
                    );
                    $between[] = ['one' => $names[$id], 'other' => $names[$other], 'sets' => count($both)] + self::say(Agreement::of($pairs));
                }
            }
        }

        return ['people' => $people, 'between' => $between];
    }

    /** @return array{kappa: ?float, onRooted: float, exact: int, words: Fact} */
    private static function say(Agreement $agreement): array
    {
        return ['kappa' => $agreement->kappa(), 'onRooted' => $agreement->onRooted(), 'exact' => $agreement->exact(), 'words' => $agreement->words()];
    }
}
