package inky.courier.web;

import inky.courier.store.ContentStore;
import java.nio.charset.StandardCharsets;
import org.springframework.http.CacheControl;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Stored content as an answer, streamed. */
public final class Handing {
    private Handing() {}

    /** A picture of a page; kept by the browser, since it never changes. */
    public static ResponseEntity<StreamingResponseBody> picture(ContentStore store, ContentStore.Stored stored) {
        return body(stored)
                .cacheControl(CacheControl.maxAge(java.time.Duration.ofHours(1)).cachePrivate())
                .body(out -> store.copyTo(stored.id(), out));
    }

    /** A file to be saved under its name. */
    public static ResponseEntity<StreamingResponseBody> download(
            ContentStore store, ContentStore.Stored stored, String name) {
        return body(stored)
                .cacheControl(CacheControl.noStore())
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(name, StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .body(out -> store.copyTo(stored.id(), out));
    }

    private static ResponseEntity.BodyBuilder body(ContentStore.Stored stored) {
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(stored.mediaType()))
                .contentLength(stored.bytes())
                .header("X-Content-Type-Options", "nosniff");
    }
}
