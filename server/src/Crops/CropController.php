<?php

declare(strict_types=1);

namespace WetCradle\Server\Crops;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Fields;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Removals;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\UntilWritten;

/** Crops: their names, histories, and the season in which each is taken. */
final class CropController
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly CropViews $views,
        private readonly NewCrops $crops,
        private readonly Sheets $sheets,
        private readonly Writing $writing,
        private readonly Removals $removals,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/crops', methods: ['GET'], defaults: [UntilWritten::SAME => true])]
    public function all(): Answer
    {
        return new Answer(['crops' => $this->views->all()]);
    }

    /** When each way's material is right around a week: open, closing, next or later. */
    #[Route('/api/season', methods: ['GET'], defaults: [UntilWritten::SAME => true])]
    public function season(Request $request): Answer
    {
        $week = $request->query->has('week') ? Week::of($request->query->getString('week')) : $this->today->week();

        return new Answer($this->views->season($week));
    }

    #[Route('/api/crops/{slug}', methods: ['GET'])]
    public function one(string $slug): Answer
    {
        return new Answer($this->views->one($this->crop($slug)));
    }

    /** What a liner of it costs when it is bought in, and how long it takes to come. */
    #[Route('/api/crops/{slug}/liner', methods: ['PUT'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function liner(string $slug, Fields $in): Answer
    {
        $crop = $this->crop($slug);
        $this->writing->once(function () use ($crop, $in): void {
            $before = ['linerPrice' => $crop->linerPrice, 'linerWeeks' => $crop->linerWeeks];
            $this->writing->mustBeVersion($in->count('version'), $crop->version, $before);
            [$price, $weeks] = [$in->isNull('price') ? null : $in->number('price', 0, 10_000), $in->count('weeks', 0, 104)];
            $in->done();
            [$crop->linerPrice, $crop->linerWeeks] = [$price, $weeks];
            $this->writing->keep('crop', $crop->slug, $before, ['linerPrice' => $crop->linerPrice, 'linerWeeks' => $crop->linerWeeks]);
        });

        return new Answer($this->views->one($crop));
    }

    #[Route('/api/crops', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function add(Fields $in): Answer
    {
        $crop = $this->writing->once(function () use ($in) {
            [$name, $sheet] = [$this->crops->freeName($in), $this->sheets->read($in->object('sheet'))];
            $protectedBy = $in->textOr('protectedBy', null, 120);
            $in->done();

            return $this->crops->add($name, $sheet, $protectedBy);
        });

        return new Answer($this->views->one($crop), 201);
    }

    #[Route('/api/crops/{slug}', methods: ['PUT'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function rename(string $slug, Fields $in): Answer
    {
        $crop = $this->crop($slug);
        $this->writing->once(function () use ($crop, $in): void {
            $this->em->refresh($crop);
            $before = ['name' => $crop->name, 'version' => $crop->version];
            $this->writing->mustBeVersion($in->count('version'), $crop->version, $before);
            $name = $this->crops->freeName($in, $crop);
            $in->done();
            // Its address stays: tags and notes point to it.
            $crop->name = $name;
            $this->writing->keep('crop', $crop->slug, $before, ['name' => $crop->name]);
        });

        return new Answer($this->views->one($crop));
    }

    #[Route('/api/crops/{slug}', methods: ['DELETE'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function remove(string $slug): Answer
    {
        $crop = $this->crop($slug);
        $taken = $this->writing->once(function () use ($crop): int {
            $ways = 'way_id IN (SELECT id FROM way WHERE crop_id = ?)';

            return $this->removals->take(
                'crop',
                $crop->name,
                'crop',
                (int) $crop->id,
                ['way' => 'crop_id = ?', 'way_sheet' => $ways, 'sign_seen' => $ways],
            );
        });

        return new Answer(['gone' => true, 'taken' => $taken]);
    }

    private function crop(string $slug): Crop
    {
        return $this->em->getRepository(Crop::class)->findOneBy(['slug' => $slug]) ?? throw new NotFoundHttpException();
    }
}
