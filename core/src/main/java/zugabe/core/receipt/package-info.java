/** The record written beside the deliverables: {@code receipt.json} and {@code SHA256SUMS}. */
package zugabe.core.receipt;
