<?php

declare(strict_types=1);

namespace WetCradle\Server\Http;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Event\ResponseEvent;

/** At the door: no request from another site, no form posts, nothing huge; and headers that keep the page to itself. */
final class Guard
{
    public const MOST_BYTES = 262_144;
    /** What takes records or readings takes them as a table too, of a month or more at once. */
    private const TABLES = ['/api/feed/readings', '/api/mist/readings', '/api/brought-in'];
    private const MOST_OF_A_TABLE = 16_777_216;

    /** Before sessions and sign-in are looked at. */
    #[AsEventListener(priority: 256)]
    public function onRequest(RequestEvent $event): void
    {
        $request = $event->getRequest();
        if (!$event->isMainRequest()) {
            return;
        }
        if (!mb_check_encoding(rawurldecode($request->getRequestUri()), 'UTF-8')) {
            $event->setResponse(Problems::error(400, 'bad_request', '', 'The address holds characters that cannot be read.'));

            return;
        }
        // No thing has a number that long: a computer could not count to it.
        if (preg_match('~/\d{19,}(/|$)~', $request->getPathInfo()) === 1) {
            $event->setResponse(Problems::error(404, 'not_found', '', 'There is no such page or thing.'));

            return;
        }
        if ($request->isMethodSafe()) {
            return;
        }
        $isTable = in_array($request->getPathInfo(), self::TABLES, true);
        $most = $isTable ? self::MOST_OF_A_TABLE : self::MOST_BYTES;
        if (self::isFromElsewhere($request)) {
            $event->setResponse(Problems::error(403, 'other_site', '', 'Requests from other sites are refused.'));
        } elseif ($request->getContentTypeFormat() !== 'json' && !($isTable && $request->getContentTypeFormat() === 'csv')) {
            $event->setResponse(Problems::error(415, 'not_json', '', $isTable
                ? 'The body must be a table (Content-Type: text/csv) or JSON (Content-Type: application/json).'
                : 'The body must be JSON (Content-Type: application/json).'));
        } elseif ((int) $request->headers->get('Content-Length', '0') > $most || strlen($request->getContent()) > $most) {
            $event->setResponse(Problems::error(413, 'too_large', '', sprintf('The body may have at most %d kB.', $most / 1024)));
        }
    }

    private static function isFromElsewhere(Request $request): bool
    {
        $site = $request->headers->get('Sec-Fetch-Site');
        $origin = $request->headers->get('Origin');
        if ($site === 'same-origin') {
            // The browser itself says so, and no page can: then the name is enough, since a server in front may hide its port.
            return $origin !== null && parse_url($origin, PHP_URL_HOST) !== $request->getHost();
        }

        return ($site !== null && $site !== 'none') || ($origin !== null && $origin !== $request->getSchemeAndHttpHost());
    }

    #[AsEventListener]
    public function onResponse(ResponseEvent $event): void
    {
        $headers = $event->getResponse()->headers;
        $headers->set(
            'Content-Security-Policy',
            "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data: blob:; font-src 'self'; connect-src 'self'; "
            ."manifest-src 'self'; worker-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'",
        );
        $headers->set('X-Frame-Options', 'DENY');
        $headers->set('X-Content-Type-Options', 'nosniff');
        $headers->set('Referrer-Policy', 'same-origin');
        $headers->set('Cross-Origin-Opener-Policy', 'same-origin');
        $headers->set('Permissions-Policy', 'geolocation=(), microphone=(), camera=(self)');
        $headers->remove('X-Powered-By');
        if (str_starts_with($event->getRequest()->getPathInfo(), '/api')) {
            $headers->set('Cache-Control', 'no-store');
        }
    }
}
