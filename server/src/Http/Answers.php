<?php

declare(strict_types=1);

namespace WetCradle\Server\Http;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpKernel\Event\ResponseEvent;
use WetCradle\Core\Fact;
use WetCradle\Server\Nursery\Words;

/** The one place where facts become sentences of an answer. */
#[AsEventListener]
final class Answers
{
    public function __construct(private readonly Words $words)
    {
    }

    public function __invoke(ResponseEvent $event): void
    {
        $answer = $event->getResponse();
        if ($answer instanceof Answer) {
            $answer->setContent(json_encode($this->said($answer->says), JsonResponse::DEFAULT_ENCODING_OPTIONS | JSON_THROW_ON_ERROR));
        }
    }

    /**
     * @param array<array-key, mixed> $says
     *
     * @return array<array-key, mixed>
     */
    private function said(array $says): array
    {
        foreach ($says as $key => $one) {
            if (is_array($one)) {
                $says[$key] = $this->said($one);
            } elseif ($one instanceof Fact) {
                $says[$key] = $this->words->say($one);
            }
        }

        return $says;
    }
}
