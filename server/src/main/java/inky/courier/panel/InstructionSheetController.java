package inky.courier.panel;

import inky.courier.core.access.Right;
import inky.courier.core.document.InstructionSheetWriter;
import inky.courier.web.Needs;
import inky.courier.web.StreamedContent;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.READ_DELIVERIES)
class InstructionSheetController {
    private final InstructionSheets sheets;

    InstructionSheetController(InstructionSheets sheets) {
        this.sheets = sheets;
    }

    /** A PDF. @param device those that are wanted; none for all @param place only devices there; absent for wherever */
    @GetMapping("/api/instruction-sheets")
    ResponseEntity<byte[]> instructionSheets(
            @RequestParam(defaultValue = "") Set<UUID> device,
            @RequestParam(required = false) @Nullable String place,
            @RequestParam(defaultValue = "A4") InstructionSheetWriter.Paper paper) {
        return StreamedContent.attachment(ResponseEntity.ok(), "instruction-sheets.pdf")
                .contentType(MediaType.APPLICATION_PDF)
                .body(sheets.pdf(device, place, paper));
    }
}
