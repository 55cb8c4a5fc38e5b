package inky.courier.core.print;

import static org.junit.jupiter.api.Assertions.assertEquals;

import inky.courier.core.delivery.Lasting;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PrintCauseTest {
    // RFC 8011 section B.1, from memory: the code, by its name there, and whether waiting helps.
    @ParameterizedTest
    @CsvSource({
        "0x040B, NOT_THIS_FORMAT, FOR_GOOD", // client-error-attributes-or-values-not-supported
        "0x0408, TOO_LARGE, FOR_GOOD", // client-error-request-entity-too-large
        "0x040A, NOT_THIS_FORMAT, FOR_GOOD", // client-error-document-format-not-supported
        "0x0411, NOT_THIS_FORMAT, FOR_GOOD", // client-error-document-format-error
        "0x0401, REFUSED, FOR_GOOD", // client-error-forbidden
        "0x0501, CANNOT_PRINT, UNTIL_MENDED", // server-error-operation-not-supported
        "0x0502, BUSY, PASSES", // server-error-service-unavailable
        "0x0504, STOPPED, PASSES", // server-error-device-error
        "0x0505, BUSY, PASSES", // server-error-temporary-error
        "0x0506, STOPPED, PASSES", // server-error-not-accepting-jobs
        "0x0507, BUSY, PASSES", // server-error-busy
    })
    void ippStatuses(String code, PrintCause cause, Lasting lasting) {
        assertEquals(cause, PrintCause.ofIpp(Integer.decode(code), false));
        assertEquals(lasting, cause.lasting());
    }

    // RFC 8011 section 4.2.1.1: with ipp-attribute-fidelity, what a device cannot do is refused so
    @ParameterizedTest
    @CsvSource({"0x040B", "0x040C"})
    void whatIsAskedBesidePrinting(String code) {
        assertEquals(PrintCause.NOT_SO, PrintCause.ofIpp(Integer.decode(code), true));
    }
}
