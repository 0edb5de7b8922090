<?php

declare(strict_types=1);

namespace WetCradle\Server\Trials;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Rates\LaidArms;
use WetCradle\Core\Rates\TrialEnd;
use WetCradle\Core\Rates\TrialSize;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Crops\Sheets;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Database\Removals;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\Find;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\TrayKind;
use WetCradle\Server\Rates\CropHistory;
use WetCradle\Server\Rates\Learning;

/** Trials laid, counted and concluded. */
final class TrialController
{
    private const SHOWN = 500;
    private const MOST_IN_A_TRAY = 2000;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly TrialViews $views,
        private readonly CropHistory $history,
        private readonly Learning $learning,
        private readonly Sheets $sheets,
        private readonly Find $find,
        private readonly Writing $writing,
        private readonly Removals $removals,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/trials', methods: ['GET'])]
    public function all(): Answer
    {
        $newest = $this->em->getRepository(Trial::class)->findBy([], ['laidOn' => 'DESC', 'id' => 'DESC'], self::SHOWN);
        // What is said of each is read for all of them at once, and is found there then.
        foreach (['arms', 'trays'] as $of) {
            $this->em->createQuery(sprintf('SELECT t, c, o FROM %s t JOIN t.crop c JOIN t.%s o WHERE t IN (:newest)', Trial::class, $of))
                ->execute(['newest' => $newest]);
        }

        return new Answer(['trials' => array_map($this->views->shortly(...), $newest), 'all' => $this->em->getRepository(Trial::class)->count([])]);
    }

    /** How many trays each arm needs; what is not said is as the crop's house way has it. */
    #[Route('/api/trials/size', methods: ['GET'])]
    public function size(Request $request): Answer
    {
        $asked = Fields::of(array_map(static fn (mixed $one) => is_numeric($one) ? $one + 0 : $one, $request->query->all()));
        $crop = $this->find->by(Crop::class, 'slug', $asked->text('crop', 120), 'crop', 'crop');
        $usually = $asked->has('usually') ? $asked->share('usually') : round($this->history->rateOf($crop->house())->rate, 2);
        $hoped = $asked->has('hoped') ? $asked->share('hoped') : round(TrialSize::worthWhile($usually), 2);
        $perTray = $asked->countOr('perTray', $this->perTray($crop), 1, self::MOST_IN_A_TRAY);
        $asked->done();
        if ($usually === $hoped) {
            throw $asked->refuse('no_difference', 'hoped', Fact::of('refused.trial.no_difference'));
        }
        $size = TrialSize::ofOne($usually, $hoped, $perTray, $this->learning->nursery()->phi);

        return new Answer([
            'crop' => $crop->slug, 'usually' => $usually, 'hoped' => $hoped, 'perTray' => $perTray, 'traysPerArm' => $size->traysPerArm,
            'cuttingsPerArm' => (int) ceil($size->cuttingsPerArm), 'mostTrays' => LaidArms::MOST_TRAYS, 'power' => TrialSize::POWER,
            'ways' => array_values($crop->ways->map(static fn (Way $way) => ['id' => $way->id, 'name' => $way->name])->toArray()),
        ]);
    }

    #[Route('/api/trials/{id<\d+>}', methods: ['GET'])]
    public function one(int $id): Answer
    {
        return new Answer($this->views->one($this->trial($id)));
    }

    #[Route('/api/trials', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function lay(Fields $in): Answer
    {
        $trial = $this->writing->once(function () use ($in): Trial {
            $crop = $this->find->by(Crop::class, 'slug', $in->text('crop', 120), 'crop', 'crop');
            $trial = new Trial(
                $crop, $in->text('question', 200), $in->share('usually'), $in->share('hoped'), $in->count('perTray', 1, self::MOST_IN_A_TRAY),
                $this->today->orPast($in, 'laidOn'), $this->today->now(), $this->writing->by(),
            );
            $trays = $in->count('traysPerArm', LaidArms::LEAST_TRAYS, LaidArms::MOST_TRAYS);
            foreach ($in->objects('arms', LaidArms::MOST_ARMS) as $place => $arm) {
                $trial->arms->add($this->arm($trial, $place, $arm));
            }
            $in->done();
            $names = array_map(static fn (TrialArm $arm) => mb_strtolower($arm->name), $trial->arms->toArray());
            if (count(array_unique($names)) < count($names)) {
                throw $in->refuse('taken', 'arms', Fact::of('refused.trial.same_name'));
            }
            $trial->lay(LaidArms::of(count($names), $trays, random_int(1, PHP_INT_MAX)));
            $this->em->persist($trial);
            $this->em->flush();
            $this->writing->keep('trial', (string) $trial->id, [], ['crop' => $crop->slug, 'question' => $trial->question]);

            return $trial;
        });

        return new Answer($this->views->one($trial), 201);
    }

    /** What was counted in its trays: all that changed at once. */
    #[Route('/api/trials/{id<\d+>}/trays', methods: ['PUT'])]
    #[IsGranted('ROLE_HAND')]
    public function count(int $id, Fields $in): Answer
    {
        return $this->change($id, $in, function (Trial $trial) use ($in): void {
            $said = [];
            foreach ($in->objects('trays', LaidArms::MOST_ARMS * LaidArms::MOST_TRAYS) as $one) {
                $tray = $one->count('id', 1);
                $isCounted = !$one->isNull('stuck');
                $stuck = $isCounted ? $one->count('stuck', 1, self::MOST_IN_A_TRAY) : null;
                $rooted = $isCounted ? $one->count('rooted', 0, self::MOST_IN_A_TRAY) : null;
                if ($rooted > $stuck) {
                    throw $one->refuse('more_than_there_are', 'rooted', Fact::of('refused.rate_chart.more_than_there_are', stuck: (int) $stuck));
                }
                $one->has('rooted');
                $one->done();
                $said[$tray] = [$stuck, $rooted, $one];
            }
            $in->done();
            foreach ($trial->trays as $tray) {
                if (isset($said[(int) $tray->id])) {
                    [$tray->stuck, $tray->rooted] = $said[(int) $tray->id];
                    unset($said[(int) $tray->id]);
                }
            }
            foreach ($said as [,, $one]) {
                throw $one->refuse('unknown', 'id', Fact::of('refused.trial.other_tray'));
            }
        });
    }

    /** The batches that its arms are entered as. */
    #[Route('/api/trials/{id<\d+>}/arms', methods: ['PUT'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function link(int $id, Fields $in): Answer
    {
        return $this->change($id, $in, function (Trial $trial) use ($in): void {
            $letter = $in->text('arm', 1);
            $code = $in->textOr('batch', null, 40);
            $batch = $code === null ? null : $this->batch($in, $code, $trial->crop);
            $in->done();
            $this->armOf($trial, $letter, $in)->batch = $batch;
            $this->writing->keep('trial', (string) $trial->id, ['batch' => null], ['batch' => $code ?? 'none']);
        });
    }

    /** Concludes it: an arm is adopted, with its way as the house way where it has one; or it is dropped. */
    #[Route('/api/trials/{id<\d+>}/end', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function end(int $id, Fields $in): Answer
    {
        return $this->change($id, $in, function (Trial $trial) use ($in): void {
            $ended = $in->choice('ended', TrialEnd::class);
            $arm = $ended === TrialEnd::Adopted ? $this->armOf($trial, $in->text('arm', 1), $in) : null;
            $why = $in->text('why', 300);
            $in->done();
            if ($trial->ended !== null) {
                throw $in->refuse('not_possible', 'ended', Fact::of('refused.trial.is_ended'));
            }
            [$trial->ended, $trial->endedOn, $trial->endedWhy, $trial->adopted] = [$ended, $this->today->day(), $why, $arm];
            if ($arm?->way !== null && !$arm->way->house) {
                $this->sheets->makeHouse($arm->way);
            }
            $this->writing->keep('trial', (string) $trial->id, ['ended' => null], ['ended' => $ended->value, 'why' => $why]);
        });
    }

    /** Goes on with one that was concluded; what was made the house way stays it. */
    #[Route('/api/trials/{id<\d+>}/again', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function again(int $id, Fields $in): Answer
    {
        return $this->change($id, $in, function (Trial $trial) use ($in): void {
            $in->done();
            $was = $trial->ended?->value;
            [$trial->ended, $trial->endedOn, $trial->endedWhy, $trial->adopted] = [null, null, null, null];
            $this->writing->keep('trial', (string) $trial->id, ['ended' => $was], ['ended' => null]);
        });
    }

    #[Route('/api/trials/{id<\d+>}', methods: ['DELETE'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function remove(int $id): Answer
    {
        $trial = $this->trial($id);
        $taken = $this->writing->once(fn (): int => $this->removals->take('trial', $trial->question, 'trial', $id, [
            'trial_arm' => 'trial_id = ?', 'trial_tray' => 'trial_id = ?',
        ]));

        return new Answer(['gone' => true, 'taken' => $taken]);
    }

    /** @param callable(Trial): void $write */
    private function change(int $id, Fields $in, callable $write): Answer
    {
        $trial = $this->trial($id);
        $this->writing->once(function () use ($trial, $in, $write): void {
            $this->em->refresh($trial);
            $this->writing->mustBeVersion($in->count('version'), $trial->version, $this->views->one($trial));
            $write($trial);
            $trial->changedAt = $this->today->now();
        });

        return new Answer($this->views->one($trial));
    }

    private function arm(Trial $trial, int $place, Fields $in): TrialArm
    {
        $name = $in->text('name', 80);
        $untreated = $in->flag('isUntreated');
        $way = $in->has('way') && !$in->isNull('way') ? $this->find->way($in, $trial->crop) : null;
        $code = $in->textOr('batch', null, 40);
        $arm = new TrialArm($trial, $place, $name, $untreated, $way);
        $arm->batch = $code === null ? null : $this->batch($in, $code, $trial->crop);
        $in->done();

        return $arm;
    }

    private function armOf(Trial $trial, string $letter, Fields $in): TrialArm
    {
        foreach ($trial->arms as $arm) {
            if ($arm->letter() === $letter) {
                return $arm;
            }
        }
        throw $in->refuse('unknown', 'arm', Fact::of('refused.trial.no_arm', letter: $letter));
    }

    private function batch(Fields $in, string $code, Crop $crop): Batch
    {
        $batch = $this->find->by(Batch::class, 'code', $code, $in->pathOf('batch'), 'batch');
        if ($batch->crop !== $crop) {
            throw $in->refuse('unknown', 'batch', Fact::of('refused.trial.other_crop', code: $code, crop: $batch->crop->name));
        }

        return $batch;
    }

    /** Cuttings that a tray of its house way holds. */
    private function perTray(Crop $crop): int
    {
        $setting = $crop->house()->core()->setting;

        return ($this->em->find(TrayKind::class, $setting->trayKind)->cells ?? 1) * $setting->together();
    }

    private function trial(int $id): Trial
    {
        return $this->em->find(Trial::class, $id) ?? throw new NotFoundHttpException();
    }
}
