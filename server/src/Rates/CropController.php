<?php

declare(strict_types=1);

namespace WetCradle\Server\Rates;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Calendar\MaterialWindow;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Plan\CropTimes;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Find;

/** Crops with their sheets, rates and histories. */
final class CropController
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly CropHistory $history,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/crops', methods: ['GET'])]
    public function all(): JsonResponse
    {
        $batches = $this->history->batches();
        $crops = $this->em->createQuery('SELECT c, t FROM '.Crop::class.' c JOIN c.trayKind t ORDER BY c.name')->getResult();

        return new JsonResponse(['crops' => array_map(fn (Crop $c) => $this->view($c, $batches[(int) $c->id] ?? []), $crops)]);
    }

    #[Route('/api/crops/{slug}', methods: ['GET'])]
    public function one(string $slug): JsonResponse
    {
        $crop = $this->em->getRepository(Crop::class)->findOneBy(['slug' => $slug]) ?? throw new NotFoundHttpException();

        return new JsonResponse($this->view($crop, $this->history->batches($crop)[(int) $crop->id] ?? []));
    }

    #[Route('/api/crops', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function add(Fields $in, Writing $writing, Find $find): JsonResponse
    {
        $crop = $writing->once(function () use ($in, $writing, $find) {
            $name = $in->text('name', 120);
            $slug = trim((string) preg_replace('/[^a-z0-9]+/', '-', strtolower((string) iconv('UTF-8', 'ASCII//TRANSLIT//IGNORE', $name))), '-');
            if ($slug === '' || $this->em->getRepository(Crop::class)->findOneBy(['slug' => $slug]) !== null) {
                throw Refused::because('taken', 'name', $slug === '' ? 'name needs at least one letter or digit.' : sprintf('There is a crop called %s already.', $name));
            }
            $times = CropTimes::of($in->count('rootFrom'), $in->count('rootTo'), $in->count('weaningDays'), $in->count('growOnDays'));
            $heat = Range::of($in->number('heatLow', 0, 40), $in->number('heatHigh', 0, 40), 'heatLow');
            $mist = Range::of($in->count('mistLow', 0, 3), $in->count('mistHigh', 0, 3), 'mistLow');
            $window = MaterialWindow::of($in->count('windowFrom'), $in->count('windowTo'));
            $crop = new Crop(
                $name,
                $slug,
                $in->text('method', 60),
                $in->text('material', 60),
                (int) $times->daysToRoot->low,
                (int) $times->daysToRoot->high,
                $times->weaningDays,
                $times->growOnDays,
                $heat->low,
                $heat->high,
                (int) $mist->low,
                (int) $mist->high,
                $in->share('priorRate'),
                10.0,
                20.0,
                $in->share('pottingRate'),
                60.0,
                $find->trayKind($in),
                $in->text('mix', 200),
                $in->textOr('hormone', null, 200),
                $in->share('readyShare'),
                $window->from,
                $window->to,
                $in->textOr('safety', null, 500),
                $in->textOr('note', null, 1000),
            );
            $in->done();
            $this->em->persist($crop);
            $writing->keep('crop', $slug, [], ['name' => $name]);

            return $crop;
        });

        return new JsonResponse($this->view($crop, []), 201);
    }

    /**
     * @param list<array<string, mixed>> $batches
     *
     * @return array<string, mixed>
     */
    private function view(Crop $crop, array $batches): array
    {
        $window = MaterialWindow::of($crop->windowFrom, $crop->windowTo);

        return [
            'slug' => $crop->slug,
            'name' => $crop->name,
            'method' => $crop->method,
            'material' => $crop->material,
            'daysToRoot' => [$crop->rootFrom, $crop->rootTo],
            'weaningDays' => $crop->weaningDays,
            'growOnDays' => $crop->growOnDays,
            'heat' => [$crop->heatLow, $crop->heatHigh],
            'mist' => [$crop->mistLow, $crop->mistHigh],
            'trayKind' => $crop->trayKind->toArray(),
            'mix' => $crop->mix,
            'hormone' => $crop->hormone,
            'readyShare' => $crop->readyShare,
            'window' => ['from' => $window->from, 'to' => $window->to, 'opensIn' => $window->opensIn($this->today->week())],
            'prior' => ['rate' => $crop->priorRate, 'strength' => $crop->priorStrength, 'phi' => $crop->priorPhi],
            'pottingRate' => $crop->pottingRate,
            'safety' => $crop->safety,
            'note' => $crop->note,
            'learnt' => $this->history->learnt($crop, $batches),
            'history' => $batches,
        ];
    }
}
