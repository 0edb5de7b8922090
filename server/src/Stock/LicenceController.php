<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\Licence;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\Find;
use WetCradle\Server\Http\Table;

/** Breeders' rights: licences held, what they were used for, and what is owed. */
final class LicenceController
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly LicenceForm $form,
        private readonly Rights $rights,
        private readonly Writing $writing,
        private readonly Find $find,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/licences', methods: ['GET'])]
    public function all(): Answer
    {
        $licences = Row::things(
            $this->em->createQuery('SELECT l, c FROM '.HeldLicence::class.' l JOIN l.crop c ORDER BY c.name, l.fromDay'),
            HeldLicence::class,
        );
        $without = array_filter(
            Row::things($this->em->createQuery('SELECT c FROM '.Crop::class.' c WHERE c.protectedBy IS NOT NULL ORDER BY c.name'), Crop::class),
            fn (Crop $c) => $this->rights->covering($c, $this->today->day()) === null,
        );

        return new Answer([
            'licences' => array_map($this->view(...), $licences),
            'without' => array_map(static fn (Crop $c) => ['slug' => $c->slug, 'crop' => $c->name, 'protectedBy' => $c->protectedBy], array_values($without)),
        ]);
    }

    #[Route('/api/licences', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function add(Fields $in): Answer
    {
        $licence = $this->writing->once(function () use ($in) {
            $crop = $this->find->by(Crop::class, 'slug', $in->text('crop'), 'crop', 'crop');
            [$holder, $read] = $this->form->read($in);
            $in->done();
            $licence = new HeldLicence($crop, $holder, $read);
            $crop->protectedBy ??= $holder;
            $this->em->persist($licence);
            $this->writing->keep('licence', $read->number, [], ['crop' => $crop->slug]);

            return $licence;
        });
        $this->rights->forget();

        return new Answer($this->view($licence), 201);
    }

    #[Route('/api/licences/{id<\d+>}', methods: ['PUT'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function change(int $id, Fields $in): Answer
    {
        $licence = $this->licence($id);
        $this->writing->once(function () use ($licence, $in): void {
            $this->em->refresh($licence);
            $before = $licence->editable();
            $this->writing->mustBeVersion($in->count('version'), $licence->version, $before);
            [$holder, $read] = $this->form->read($in, $licence);
            $crop = $in->has('crop') ? $this->find->by(Crop::class, 'slug', $in->text('crop'), 'crop', 'crop') : $licence->crop;
            $in->done();
            if ($crop !== $licence->crop) {
                $used = $this->rights->used($licence);
                if ($used > 0) {
                    throw $in->refuse('in_use', 'crop', sprintf('stays: %d plants of %s count under it', $used, $licence->crop->name));
                }
                $crop->protectedBy ??= $holder;
                $licence->crop = $crop;
            }
            $licence->says($holder, $read);
            $this->writing->keep('licence', $read->number, $before, $licence->editable());
        });
        $this->rights->forget();

        return new Answer($this->view($licence));
    }

    /** Whose rights a crop is under; empty where nobody's. */
    #[Route('/api/crops/{slug}/rights', methods: ['PUT'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function protect(string $slug, Fields $in): Answer
    {
        $crop = $this->em->getRepository(Crop::class)->findOneBy(['slug' => $slug]) ?? throw new NotFoundHttpException();
        $this->writing->once(function () use ($crop, $in): void {
            $before = ['protectedBy' => $crop->protectedBy];
            $holder = $in->textOr('protectedBy', null, 120);
            $in->done();
            if ($holder === null && $this->em->getRepository(HeldLicence::class)->findOneBy(['crop' => $crop]) !== null) {
                throw $in->refuse('in_use', 'protectedBy', 'cannot be empty while a licence is held for it');
            }
            $crop->protectedBy = $holder;
            $this->writing->keep('crop', $crop->slug, $before, ['protectedBy' => $holder]);
        });
        $this->rights->forget();

        return $this->all();
    }

    /** What counts in a period, and what is owed for it. */
    #[Route('/api/licences/{id<\d+>}/statement', methods: ['GET'])]
    public function statement(int $id, Request $request): Answer
    {
        return new Answer($this->stated($this->licence($id), $request));
    }

    /** The same for a spreadsheet. */
    #[Route('/api/licences/{id<\d+>}/statement.csv', methods: ['GET'])]
    public function table(int $id, Request $request): Response
    {
        $licence = $this->licence($id);

        return $this->csv($licence, $this->stated($licence, $request)['entries']);
    }

    /**
     * @return array{
     *     licence: array<string, mixed>, from: string, to: string,
     *     entries: list<array{on: string, batch: string, plants: int, owed: float}>, plants: int, owed: float,
     * }
     */
    private function stated(HeldLicence $licence, Request $request): array
    {
        $in = Fields::of($request->query->all());
        $from = $in->has('from') ? $in->day('from') : $licence->fromDay;
        $to = $in->has('to') ? $in->day('to') : min($licence->toDay, max($licence->fromDay, $this->today->day()));
        $in->done();
        if ($to < $from) {
            throw Refused::because('upside_down', 'to', 'The period ends before it begins.');
        }
        $core = $licence->core();
        $entries = array_map(static fn (array $e) => $e + ['owed' => $core->royaltyFor($e['plants'])], $this->rights->entries($licence, $from, $to));
        $plants = array_sum(array_column($entries, 'plants'));

        return [
            'licence' => $this->view($licence), 'from' => $from->format('Y-m-d'), 'to' => $to->format('Y-m-d'), 'entries' => $entries,
            'plants' => $plants, 'owed' => $core->royaltyFor($plants),
        ];
    }

    /** @param list<array{on: string, batch: string, plants: int, owed: float}> $entries */
    private function csv(HeldLicence $licence, array $entries): Response
    {
        $file = fopen('php://temp', 'r+');
        assert($file !== false);
        Table::row($file, ['licence', 'crop', 'day', 'batch', 'plants', 'royalty each', 'owed']);
        foreach ($entries as $e) {
            Table::row($file, [$licence->number, $licence->crop->name, $e['on'], $e['batch'], $e['plants'], $licence->royalty, $e['owed']]);
        }
        rewind($file);
        $name = 'statement-'.trim((string) preg_replace('/[^A-Za-z0-9]+/', '-', $licence->number), '-').'.csv';

        return new Response(
            (string) stream_get_contents($file),
            200,
            ['Content-Type' => 'text/csv; charset=utf-8', 'Content-Disposition' => HeaderUtils::makeDisposition('attachment', $name)],
        );
    }

    /** @return array<string, mixed> */
    private function view(HeldLicence $licence): array
    {
        [$used, $planned] = [$this->rights->used($licence), $this->rights->planned($licence)];

        return ['id' => $licence->id, 'cropSlug' => $licence->crop->slug] + $licence->editable()
            + [
                'used' => $used, 'planned' => $planned, 'left' => $licence->core()->left($used, $planned),
                'owed' => $licence->core()->royaltyFor($used), 'running' => $licence->core()->covers($this->today->day()),
            ];
    }

    private function licence(int $id): HeldLicence
    {
        return $this->em->find(HeldLicence::class, $id) ?? throw new NotFoundHttpException();
    }
}
