<?php

declare(strict_types=1);

namespace WetCradle\Server\Rates;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Rates\RateGroup;
use WetCradle\Core\Rates\RatesBySort;
use WetCradle\Core\Rates\Sort;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Crops\Ways;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Nursery\Words;
use WetCradle\Server\Rooting\WayDays;

/** What the nursery's own batches say: whether block, hormone, mix, place or person makes a difference. */
final class ResultsController
{
    public function __construct(
        private readonly Ways $ways,
        private readonly SortedBatches $sorted,
        private readonly Learning $learning,
        private readonly Drifts $drifts,
        private readonly Outcomes $outcomes,
        private readonly Words $words,
    ) {
    }

    #[Route('/api/results/rates/{slug}', methods: ['GET'])]
    public function rates(string $slug, Request $request): Answer
    {
        $asked = Fields::of($request->query->all());
        $by = $asked->choice('by', Sort::class);
        $asked->done();
        $crop = $this->crop($slug);
        $batches = $this->sorted->of($crop);
        $rates = RatesBySort::of($by, array_column($batches, 'sorted'), $this->learning->prior($crop->house()));

        return new Answer([
            'crop' => $crop->slug,
            'name' => $crop->name,
            'by' => $by->value,
            'sorts' => array_map(fn (Sort $sort) => ['sort' => $sort->value, 'words' => $this->words->name($sort)], Sort::cases()),
            'batches' => count($batches),
            'byChance' => $rates->byChance,
            'isDifference' => $rates->isDifference(),
            'notKnown' => $rates->notKnown,
            'groups' => array_map(fn (RateGroup $group) => $this->group($group, $batches), $rates->groups),
        ]);
    }

    /** Whether crops root as they did. */
    #[Route('/api/results/drift', methods: ['GET'])]
    public function newest(): Answer
    {
        return new Answer($this->drifts->newest());
    }

    #[Route('/api/results/drift/{slug}', methods: ['GET'])]
    public function drift(string $slug, Request $request): Answer
    {
        $asked = Fields::of($request->query->all());
        $by = $asked->has('by') ? $asked->choice('by', Sort::class) : null;
        $is = $by === null ? null : $asked->text('is', 200);
        $asked->done();

        return new Answer($this->drifts->of($this->crop($slug), $by, $is));
    }

    /** How far plants came, and what the others were lost to. */
    #[Route('/api/results/outcomes/{slug}', methods: ['GET'])]
    public function outcomes(string $slug): Answer
    {
        return new Answer($this->outcomes->of($this->crop($slug)));
    }

    /** A season as it ended, or as it stands. */
    #[Route('/api/results/season', methods: ['GET'])]
    public function season(Request $request, SeasonEnd $season): Answer
    {
        $asked = Fields::of(array_map(static fn (mixed $one) => is_numeric($one) ? (int) $one : $one, $request->query->all()));
        $year = $asked->has('of') ? $asked->count('of', 1950, 2200) : null;
        $asked->done();

        return new Answer($season->of($year));
    }

    /** How many days ways take to root, beside their sheets. */
    #[Route('/api/results/days', methods: ['GET'])]
    public function days(WayDays $days): Answer
    {
        return new Answer(['ways' => $days->all()]);
    }

    /** What a good plant costs, crop by crop and batch by batch. */
    #[Route('/api/results/costs', methods: ['GET'])]
    public function costs(PlantCosts $costs): Answer
    {
        return new Answer($costs->all());
    }

    /** Whether as many batches gave enough as were promised to. */
    #[Route('/api/results/promises', methods: ['GET'])]
    public function promises(): Answer
    {
        return new Answer($this->outcomes->promises());
    }

    /**
     * @param array<string, array{past: array<string, mixed>, ...}> $batches
     *
     * @return array<string, mixed>
     */
    private function group(RateGroup $group, array $batches): array
    {
        $learnt = $group->learnt->toArray();

        return [
            'is' => $group->is,
            'stuck' => $group->stuck,
            'rooted' => $group->rooted,
            'rate' => $learnt['rate'],
            'low80' => $learnt['low80'],
            'high80' => $learnt['high80'],
            'borrowed' => $group->borrowed,
            'also' => array_map(
                fn (array $also) => ['sort' => $also['sort']->value, 'words' => $this->words->name($also['sort']), 'is' => $also['is']],
                $group->also,
            ),
            'batches' => array_map(static fn (string $code) => [
                'code' => $code, 'stuckOn' => $batches[$code]['past']['stuckOn'], 'could' => $batches[$code]['past']['could'],
                'rooted' => $batches[$code]['past']['rooted'], 'broughtIn' => $batches[$code]['past']['broughtIn'],
            ], $group->codes),
        ];
    }

    private function crop(string $slug): Crop
    {
        foreach ($this->ways->crops() as $crop) {
            if ($crop->slug === $slug) {
                return $crop;
            }
        }
        throw new NotFoundHttpException();
    }
}
