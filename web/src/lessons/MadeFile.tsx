import { ErrorNotice } from "../ui/Notice";
import { JobSteps } from "./JobSteps";
import type { useMadeFile } from "./useMadeFile";

/** How far a file is that a job makes, and the file once it is there. */
export function MadeFile({ file }: { file: Omit<ReturnType<typeof useMadeFile>, "ask"> }) {
  return (
    <>
      {file.busy && file.job && <JobSteps job={file.job} />}
      {file.address && !file.busy && (
        <a className="text-teal underline" href={file.address} download>
          {file.name}
        </a>
      )}
      <ErrorNotice error={file.error} />
    </>
  );
}
