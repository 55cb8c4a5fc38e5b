package inky.courier.web;

import inky.courier.store.ContentStore;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import org.springframework.http.CacheControl;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Stored content as an answer, streamed. */
public final class StreamedContent {
    private StreamedContent() {}

    /** A picture of a page; kept by an administrator's browser for a while, since it never changes under one address. */
    public static ResponseEntity<byte[]> picture(byte[] jpeg) {
        return picture(jpeg, CacheControl.maxAge(Duration.ofHours(1)).cachePrivate());
    }

    /** The same for a panel's browser, which keeps nothing: the next person at it is somebody else. */
    public static ResponseEntity<byte[]> passingPicture(byte[] jpeg) {
        return picture(jpeg, CacheControl.noStore());
    }

    private static ResponseEntity<byte[]> picture(byte[] jpeg, CacheControl keeping) {
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_JPEG)
                .header("X-Content-Type-Options", "nosniff")
                .cacheControl(keeping)
                .body(jpeg);
    }

    /** A file to be saved under its name. */
    public static ResponseEntity<StreamingResponseBody> download(
            ContentStore store, ContentStore.Stored stored, String name) {
        return download(store, stored, name, () -> {});
    }

    /** @param fetched runs when all of it has gone out */
    public static ResponseEntity<StreamingResponseBody> download(
            ContentStore store, ContentStore.Stored stored, String name, Runnable fetched) {
        return attachment(body(stored), name)
                .cacheControl(CacheControl.noStore())
                .body(out -> {
                    store.copyTo(stored.id(), out);
                    out.flush();
                    fetched.run();
                });
    }

    /** The head of a table for a spreadsheet, to be saved under its name (RFC 4180). */
    public static ResponseEntity.BodyBuilder csv(String name) {
        return attachment(ResponseEntity.ok(), name).contentType(MediaType.parseMediaType("text/csv;charset=UTF-8"));
    }

    /** @param name as it is saved; may hold any letter (RFC 6266) */
    public static ResponseEntity.BodyBuilder attachment(ResponseEntity.BodyBuilder answer, String name) {
        return answer.header(
                HttpHeaders.CONTENT_DISPOSITION,
                ContentDisposition.attachment()
                        .filename(name, StandardCharsets.UTF_8)
                        .build()
                        .toString());
    }

    private static ResponseEntity.BodyBuilder body(ContentStore.Stored stored) {
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(stored.mediaType()))
                .contentLength(stored.bytes())
                .header("X-Content-Type-Options", "nosniff");
    }
}
