/** Whether no test noticed a mutant, or none reaches it. */
export const isAlive = ({ status }) => status === "Survived" || status === "NoCoverage";

/** Whether a test failed with a mutant, or did not end. */
export const isNoticed = ({ status }) => status === "Killed" || status === "Timeout";
