package inky.courier.web;

import inky.courier.core.access.Right;
import inky.courier.core.message.Message;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.regex.Pattern;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * How much may be sent: little before somebody has signed in, files only afterwards. Stands before the first filter that
 * reads a body, and behind the one that knows who asks.
 */
final class BodyLimit extends OncePerRequestFilter {
    static final long OF_STRANGERS = 64 * 1024;
    static final long OF_FORMS = 1024 * 1024;

    /** A set-up of 1,000 devices with their panels, as text, is about 2 MB; 50,000 contacts are about 5. */
    static final long OF_WHOLE_FILES = 16 * 1024 * 1024;

    private static final Pattern WHOLE_FILES = Pattern.compile("/api/(office/.*|(people|contacts)/import(/compare)?)");

    private static final Refusal TOO_LARGE = new Refusal(
            HttpStatus.CONTENT_TOO_LARGE,
            "request.large",
            Message.of("problem.request.large.any"),
            Message.of("problem.request.large.any.remedy"));

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        boolean files = request.getContentType() != null
                && request.getContentType().toLowerCase(java.util.Locale.ROOT).startsWith("multipart/");
        if (isKnown() && files) {
            // The server's own limit for files holds, and they go to the disk as they come.
            chain.doFilter(request, response);
            return;
        }
        long limit = limit(request);
        if (files || request.getContentLengthLong() > limit) {
            EarlyRefusals.write(response, isKnown() || !files ? TOO_LARGE : EarlyRefusals.SIGNED_OUT);
            return;
        }
        chain.doFilter(new Bounded(request, limit), response);
    }

    private static long limit(HttpServletRequest request) {
        if (WHOLE_FILES.matcher(request.getRequestURI()).matches() && Access.may(Right.CHANGE_SETUP)) {
            return OF_WHOLE_FILES;
        }
        return isKnown() ? OF_FORMS : OF_STRANGERS;
    }

    private static boolean isKnown() {
        Authentication who = SecurityContextHolder.getContext().getAuthentication();
        return who != null && who.isAuthenticated();
    }

    /** For bodies that do not say their length. */
    private static final class Bounded extends HttpServletRequestWrapper {
        private final long limit;

        Bounded(HttpServletRequest request, long limit) {
            super(request);
            this.limit = limit;
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            return new Counted(super.getInputStream(), limit);
        }

        @Override
        public BufferedReader getReader() throws IOException {
            return new BufferedReader(new InputStreamReader(getInputStream(), StandardCharsets.UTF_8));
        }
    }

    private static final class Counted extends ServletInputStream {
        private final ServletInputStream in;
        private long left;

        Counted(ServletInputStream in, long limit) {
            this.in = in;
            left = limit;
        }

        @Override
        public int read() throws IOException {
            int read = in.read();
            count(read < 0 ? 0 : 1);
            return read;
        }

        @Override
        public int read(byte[] to, int from, int length) throws IOException {
            int read = in.read(to, from, length);
            count(Math.max(read, 0));
            return read;
        }

        private void count(int read) {
            left -= read;
            if (left < 0) {
                throw TOO_LARGE;
            }
        }

        @Override
        public boolean isFinished() {
            return in.isFinished();
        }

        @Override
        public boolean isReady() {
            return in.isReady();
        }

        @Override
        public void setReadListener(ReadListener listener) {
            in.setReadListener(listener);
        }
    }
}
