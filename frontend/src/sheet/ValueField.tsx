import { useEffect, useId, useState } from "react";
import { enterValue, stepValue } from "../bench/changes";
import { inWords, type Value } from "../server/client";
import "./sheet.css";

const COLUMN = 12; // characters that a column has room for

/** One value as it would be typed; Enter puts it in, Escape takes it back. What is wrong stands under it. */
export function ValueField({ value }: { value: Value }) {
  const [text, setText] = useState(value.text);
  const [wrong, setWrong] = useState("");
  const id = useId();
  useEffect(() => {
    setText(value.text);
    setWrong("");
  }, [value.text]);

  async function put() {
    if (text === value.text) {
      setWrong("");
      return;
    }
    const problems = await enterValue(value.field, text);
    setWrong(inWords(problems));
  }

  async function step(by: number) {
    setWrong(inWords(await stepValue(value.field, by)));
  }

  return (
    <div className={`value${wrong ? " refused" : ""}${value.text.length > COLUMN ? " long" : ""}`}>
      <label htmlFor={id}>{value.label}</label>
      <span className="entry">
        {value.steps && (
          <button type="button" className="plain step" aria-label={`${value.label}: a step less light`} onClick={() => void step(-1)}>
            −
          </button>
        )}
        <input
          id={id}
          className="figures"
          data-field={value.field}
          value={text}
          placeholder={value.text === "" ? "write here" : undefined}
          autoComplete="off"
          spellCheck={false}
          maxLength={40}
          aria-invalid={wrong !== ""}
          aria-describedby={wrong ? `${id}-wrong` : undefined}
          size={Math.max(6, Math.min(text.length, value.text.length > COLUMN ? 24 : 10))}
          onFocus={(e) => e.currentTarget.select()}
          onChange={(e) => setText(e.currentTarget.value)}
          onBlur={() => void put()}
          onKeyDown={(e) => {
            if (e.key === "Enter") {
              e.preventDefault();
              void put();
            } else if (e.key === "Escape") {
              setText(value.text);
              setWrong("");
            }
          }}
        />
        {value.steps && (
          <button type="button" className="plain step" aria-label={`${value.label}: a step more light`} onClick={() => void step(1)}>
            +
          </button>
        )}
      </span>
      {wrong && (
        <span className="wrong" id={`${id}-wrong`} role="alert">
          {wrong}
        </span>
      )}
    </div>
  );
}
