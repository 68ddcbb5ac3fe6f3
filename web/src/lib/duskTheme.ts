/** Naive UI's dark theme of the components that Rindle uses; loaded when the evening comes. */
import {
  buttonDark,
  cardDark,
  checkboxDark,
  commonDark,
  createTheme,
  datePickerDark,
  dialogDark,
  dropdownDark,
  inputDark,
  modalDark,
  popconfirmDark,
  popoverDark,
  radioDark,
  selectDark,
  uploadDark,
} from 'naive-ui'

export const duskTheme = {
  ...createTheme('dusk', [
    buttonDark,
    cardDark,
    checkboxDark,
    datePickerDark,
    dialogDark,
    dropdownDark,
    inputDark,
    modalDark,
    popconfirmDark,
    popoverDark,
    radioDark,
    selectDark,
    uploadDark,
  ]),
  common: commonDark,
}
