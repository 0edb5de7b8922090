<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Mixing\Strength;
use WetCradle\Core\Plan\LabelSheet;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Mixing\MadeDip;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Nursery\Units;

/** Labels to print: one for every tray, or one a batch, laid out on sheets or rolls of a size. */
final class LabelController
{
    private const MOST = 3000;

    public function __construct(
        private readonly Batches $batches,
        private readonly EntityManagerInterface $em,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /** Of the batches named, or of all that are stuck on a day. */
    #[Route('/api/labels', methods: ['GET'])]
    public function labels(Request $request): Answer
    {
        $in = Fields::of($request->query->all());
        $day = $in->has('day') ? $in->day('day') : $this->today->day();
        $dip = $request->query->has('dip')
            ? $this->em->find(MadeDip::class, $request->query->getInt('dip')) ?? throw Refused::because('unknown', 'dip', 'There is no such dip.')
            : null;
        $batches = $dip !== null
            ? []
            : ($request->query->has('batches') ? array_map(
                fn (string $code) => $this->batches->byCode($code, 'batches'),
                array_slice(explode(',', $request->query->getString('batches')), 0, 200),
            ) : $this->ofDay($day));
        $us = $this->house->nursery()->units === Units::Us;
        $layout = LabelSheet::of($request->query->getString('layout', $us ? 'letter_67x25' : 'a4_70x37'));
        $perTray = $request->query->getString('each', 'tray') === 'tray';
        $labels = $dip === null ? [] : [self::cup($dip)];
        foreach ($batches as $batch) {
            $many = $perTray ? $batch->amount->trays : 1;
            for ($i = 1; $i <= $many; ++$i) {
                $labels[] = [
                    'code' => $batch->code, 'crop' => $batch->crop->name, 'way' => $batch->made()->words(),
                    'source' => $batch->takenLabelled(), 'date' => $batch->begins()->format('Y-m-d'),
                    'hormone' => $batch->sticking->hormone ?? $batch->made()->taking->hormone->words(),
                    'count' => $perTray ? self::inTray($batch, $i) : $batch->amount->plants(), 'tray' => $perTray ? $i : null,
                    'trays' => $batch->amount->trays, 'zone' => $batch->zone->name,
                ];
            }
        }
        if (count($labels) > self::MOST) {
            throw Refused::because(
                'out_of_range',
                'batches',
                sprintf('%d labels at once are too many; print fewer batches, or one label a batch.', count($labels)),
            );
        }
        $places = $layout->places(count($labels), $request->query->getInt('skip'));
        [$width, $height] = $layout->pageSize();

        return new Answer([
            'layout' => [
                'id' => $layout->id, 'words' => $layout->words(), 'page' => $layout->page, 'pageWidth' => $width, 'pageHeight' => $height,
                'width' => $layout->width, 'height' => $layout->height,
            ],
            'layouts' => array_map(static fn (LabelSheet $l) => ['id' => $l->id, 'words' => $l->words()], LabelSheet::all()),
            'labels' => array_map(static fn (array $label, array $place) => $label + $place, $labels, $places),
        ]);
    }

    /** @return array<string, mixed> what stands on the cup of a dip: what it is, how strong, since when and for whom */
    private static function cup(MadeDip $dip): array
    {
        $is = Fact::of('label.cup', what: $dip->stock->what, kind: $dip->stock->kind, strength: Strength::of($dip->ppm)->words());

        return [
            'code' => 'D'.$dip->id, 'crop' => $is, 'way' => null, 'source' => $dip->stock->name, 'date' => $dip->madeAt->format('Y-m-d'),
            'hormone' => 'Throw away tonight. Keep from children.',
            'count' => null, 'tray' => null, 'trays' => null, 'zone' => null,
        ];
    }

    /** Plants that the tray can give, its cells full; the last holds the rest. */
    private static function inTray(Batch $batch, int $tray): int
    {
        $full = $batch->made()->setting->plantsIn($batch->trayKind->cells);

        return max(0, min($full, $batch->amount->plants() - ($tray - 1) * $full));
    }

    /** @return list<Batch> */
    private function ofDay(\DateTimeImmutable $day): array
    {
        return array_values(
            Row::things(
                $this->em->createQuery(
                    'SELECT b FROM '.Batch::class.' b WHERE b.calledOff = false AND ((b.sticking.stuckOn IS NULL
                        AND b.days.stickOn = :day) OR b.sticking.stuckOn = :day) ORDER BY b.code',
                )->setParameter('day', $day->format('Y-m-d')),
                Batch::class,
            ),
        );
    }
}
