/** The values of a setting as a select offers them: as the device writes them. */
export const ValueOptions = ({ values }: { values: readonly string[] }) =>
  values.map((value) => (
    <option key={value} value={value}>
      {value}
    </option>
  ))
