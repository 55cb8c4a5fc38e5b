/** What scans will cost in bytes, corrected by what this office really scans. */
package inky.courier.sizing;
