import { Component, type ReactNode } from "react";
import { useTranslation } from "react-i18next";
import { Button } from "./Button";

/** ``of``: when this changes, what broke is tried again. */
type Props = { children: ReactNode; of?: string };
type State = { broken: boolean; of: string | undefined };

/** Keeps an error to the part of the page in which it happened, and offers to go on there. */
export class Boundary extends Component<Props, State> {
  override state: State = { broken: false, of: this.props.of };

  static getDerivedStateFromError(): Partial<State> {
    return { broken: true };
  }

  static getDerivedStateFromProps(props: Props, state: State): Partial<State> | null {
    return props.of === state.of ? null : { broken: false, of: props.of };
  }

  override render() {
    if (!this.state.broken) return this.props.children;
    return <Broken goOn={() => this.setState({ broken: false })} />;
  }
}

function Broken({ goOn }: { goOn: () => void }) {
  const { t } = useTranslation();
  return (
    <div role="alert" className="m-3 rounded border border-brick bg-blush px-3 py-2 text-[14.5px]">
      <p className="mb-2">{t("error.broken")}</p>
      <Button small onClick={goOn}>
        {t("error.goOn")}
      </Button>
    </div>
  );
}
