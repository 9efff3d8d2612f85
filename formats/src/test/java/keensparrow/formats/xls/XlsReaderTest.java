package keensparrow.formats.xls;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Arrays;
import keensparrow.core.error.UserException;
import keensparrow.formats.Loading;
import org.apache.logging.log4j.LogManager;
import org.apache.poi.hssf.record.crypto.Biff8EncryptionKey;
import org.apache.poi.hssf.usermodel.HSSFWorkbook;
import org.apache.poi.poifs.filesystem.POIFSFileSystem;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Workbooks of the old kind. */
class XlsReaderTest {
    @TempDir
    Path folder;

    private Path write(HSSFWorkbook workbook) throws IOException {
        Path file = folder.resolve("old.xls");
        try (workbook;
                OutputStream out = Files.newOutputStream(file)) {
            workbook.write(out);
        }
        return file;
    }

    private static HSSFWorkbook workbook() {
        HSSFWorkbook workbook = new HSSFWorkbook();
        Sheet sheet = workbook.createSheet("Data");
        CellStyle day = workbook.createCellStyle();
        day.setDataFormat(workbook.createDataFormat().getFormat("dd.mm.yyyy"));
        Row headings = sheet.createRow(2);
        headings.createCell(0).setCellValue("Code");
        headings.createCell(1).setCellValue("Day");
        headings.createCell(2).setCellValue("Double");
        for (int i = 0; i < 20; i++) {
            Row row = sheet.createRow(3 + i);
            row.createCell(0).setCellValue("00" + i);
            row.createCell(1).setCellValue(LocalDate.of(2026, 1, 1).plusDays(i));
            row.getCell(1).setCellStyle(day);
            row.createCell(2).setCellFormula("ROW()*2");
        }
        workbook.getCreationHelper().createFormulaEvaluator().evaluateAll();
        return workbook;
    }

    @Test
    void readsValuesDatesAndResultsOfFormulas() throws IOException {
        var table = Loading.load(write(workbook())).table();
        assertThat(table.rowCount()).isEqualTo(20);
        assertThat(Loading.row(table, 19)).containsExactly("0019", "2026-01-20", "46");
    }

    @Test
    void lockedOrCutOffIsSaid() throws IOException {
        Biff8EncryptionKey.setCurrentUserPassword("secret");
        Path locked;
        try {
            locked = write(workbook());
        } finally {
            Biff8EncryptionKey.setCurrentUserPassword(null);
        }
        assertThatThrownBy(() -> Loading.load(locked))
                .isInstanceOf(UserException.class)
                .hasMessageContaining("password");
        Path package2 = folder.resolve("locked.xlsx");
        try (POIFSFileSystem container = new POIFSFileSystem();
                OutputStream out = Files.newOutputStream(package2)) {
            container.createDocument(new java.io.ByteArrayInputStream(new byte[5000]), "EncryptedPackage");
            container.writeFilesystem(out);
        }
        assertThatThrownBy(() -> Loading.load(package2))
                .isInstanceOf(UserException.class)
                .hasMessageContaining("password");
        byte[] whole = Files.readAllBytes(write(workbook()));
        Path cut = Files.write(folder.resolve("cut.xls"), Arrays.copyOf(whole, whole.length / 3));
        assertThatThrownBy(() -> Loading.load(cut))
                .isInstanceOf(UserException.class)
                .hasMessageContaining("cut.xls");
    }

    @Test
    void theLibraryDescribesNoOddRecords() {
        // describing one reads its formula, which fails in workbooks whose values can be read
        assertThat(LogManager.getLogger(HSSFWorkbook.class).isWarnEnabled()).isFalse();
    }
}
