<?php

declare(strict_types=1);

namespace WetCradle\Server\Records;

use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\ResponseHeaderBag;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Server\Calendar\Today;

/** All records, to be taken along. */
#[IsGranted('ROLE_PROPAGATOR')]
final class RecordsOutController
{
    public function __construct(private readonly Package $package, private readonly Today $today)
    {
    }

    #[Route('/api/records', methods: ['GET'])]
    public function out(): BinaryFileResponse
    {
        $files = new Filesystem();
        $folder = $files->tempnam(sys_get_temp_dir(), 'records-');
        $files->remove($folder);
        $zip = "{$folder}.zip";
        try {
            $this->package->write($folder);
            $packed = new \ZipArchive();
            $packed->open($zip, \ZipArchive::CREATE | \ZipArchive::EXCL) === true || throw new \RuntimeException("{$zip} cannot be made.");
            foreach (glob("{$folder}/{*,*/*}", GLOB_BRACE) ?: [] as $file) {
                is_dir($file) || $packed->addFile($file, 'records/'.substr($file, strlen($folder) + 1));
            }
            $packed->close() || throw new \RuntimeException("{$zip} cannot be written.");
        } finally {
            $files->remove($folder);
        }
        chmod($zip, 0o600);
        $answer = new BinaryFileResponse($zip, 200, ['Content-Type' => 'application/zip'], false);
        $answer->setContentDisposition(ResponseHeaderBag::DISPOSITION_ATTACHMENT, sprintf('records-%s.zip', $this->today->day()->format('Y-m-d')));

        return $answer->deleteFileAfterSend();
    }
}
