import { defineCalculator } from '../calculator/calculator';
import { failed } from './failed';
import { failureCautions } from './failure-cautions';
import { failureInput } from './failure-input';
import { failureAnswer, failureWorking } from './failure-answer';
import { judgeSensors } from './sensors';

export const topOffFailure = defineCalculator({
  name: 'top-off-failure',
  asks: 'What happens when the top-off fails: stuck on, stopped, or siphoning?',
  input: failureInput,
  example: {
    netVolumeL: '310 L',
    salinity: 35,
    band: { low: 33, high: 36 },
    litresPerDay: 3.4,
    reservoirL: '45 L',
    spareL: '33 L',
    pump: { litresPerHour: '60 L/h', greatestLiftCm: '150 cm' },
    liftCm: '60 cm',
    sensors: ['optical'],
  },
  run: (input) => {
    const values = failed(input);
    return {
      answer: failureAnswer(input, values),
      working: failureWorking(input, values),
      cautions: failureCautions(input, values, judgeSensors(input.sensors)),
      values: { ...values, sensorsSay: judgeSensors(input.sensors).says },
    };
  },
});
