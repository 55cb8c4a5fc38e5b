package inky.courier.print;

import inky.courier.core.access.Right;
import inky.courier.print.DocumentPrinting.PrintForm;
import inky.courier.print.DocumentPrinting.PrintPreview;
import inky.courier.web.Needs;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Paper again, from the desk. */
@RestController
@Needs(Right.ACT_ON_DELIVERIES)
@RequestMapping("/api/deliveries/{id}/print")
class PrintController {
    private final DocumentPrinting printing;

    PrintController(DocumentPrinting printing) {
        this.printing = printing;
    }

    /** What would come out, and what stands against it; nothing is printed. */
    @PostMapping("/preview")
    PrintPreview previewDeliveryOnPaper(@PathVariable UUID id, @RequestBody PrintForm form) {
        return printing.preview(id, form);
    }

    @PostMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void printDelivery(@PathVariable UUID id, @RequestBody PrintForm form) {
        printing.print(id, form);
    }
}
